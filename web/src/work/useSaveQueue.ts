import { useMutation } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";

import { ApiProblem } from "../api/client";

const AGAIN = 3000; // ms before a server that does not answer is asked again

interface Options {
  /** What is saved here is parked elsewhere too: once nobody looks any more it is tried one last time, and not for ever. */
  parked?: boolean;
}

/**
 * One queue of saves: one after the other in the order they were asked for, so that each stands on the version the one before
 * it made. While the server does not answer, a save waits and is tried again by itself, and those behind it wait with it.
 */
export function useSaveQueue(scope: string, { parked = false }: Options = {}) {
  const [saving, setSaving] = useState(0);
  const [waits, setWaits] = useState("");
  const wake = useRef<() => void>(undefined);
  const looked = useRef(true);
  useEffect(() => {
    looked.current = true;
    return () => {
      looked.current = false;
    };
  }, []);

  const { mutateAsync } = useMutation({
    scope: { id: scope },
    retry: false,
    mutationFn: async (save: () => Promise<void>) => {
      for (;;) {
        try {
          await save();
          return;
        } catch (failure) {
          if (!(failure instanceof ApiProblem && failure.offline) || (parked && !looked.current)) throw failure;
          setWaits(failure.waitsFor);
          await new Promise<void>((again) => {
            const timer = setTimeout(again, AGAIN);
            wake.current = () => {
              clearTimeout(timer);
              again();
            };
          });
        }
      }
    },
  });

  /** Save after all that was asked for before. Rejects with what went wrong, but for a server that does not answer. */
  const add = useCallback(
    async (save: () => Promise<void>) => {
      setSaving((n) => n + 1);
      try {
        await mutateAsync(save);
      } finally {
        setWaits("");
        setSaving((n) => n - 1);
      }
    },
    [mutateAsync],
  );
  /** Ask a server that did not answer now, and not when its time comes. */
  const tryNow = useCallback(() => wake.current?.(), []);

  return { add, tryNow, saving, waits };
}
