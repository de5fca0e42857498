import { Button } from "@mantine/core";
import { type ReactNode } from "react";
import { useMutation, useQueryClient } from "@tanstack/react-query";

import { api, ask, type Mendable } from "../api/client";
import styles from "./Mend.module.css";
import { renew } from "../api/renew";

const KINDS = { job: "jobs", wall: "walls", opening: "openings" } as const;

/** What is kept and cannot be read is brought back as it last could be. */
export function Mend({ of }: { of: Mendable }) {
  const client = useQueryClient();
  const mend = useMutation({
    mutationFn: () =>
      ask(
        api.POST("/api/{kind}/{row_id}/mend", {
          params: { path: { kind: KINDS[of.what as keyof typeof KINDS], row_id: of.id } },
          body: { version: of.version },
        }),
      ),
    onSettled: () => renew(client, []),
  });
  return (
    <>
      <Button loading={mend.isPending} onClick={() => mend.mutate()}>
        Bring it back as it last could be read
      </Button>
      {mend.isError && (
        <p role="alert" className="error">
          {mend.error.message}
        </p>
      )}
    </>
  );
}

interface Props {
  name: string;
  problem: string;
  of?: Mendable;
  children?: ReactNode;
}

/** A row of a list that cannot be read: what is wrong, and the way back. */
export function Unreadable({ name, problem, of, children }: Props) {
  return (
    <div role="alert" className={styles.unread}>
      <p>
        <span className="chip stop">cannot be read</span> <b>{name}</b>: {problem}
      </p>
      {of && <Mend of={of} />}
      {children}
    </div>
  );
}
