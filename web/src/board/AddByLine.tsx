import { Button } from "@mantine/core";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { ReactNode, RefObject } from "react";

import type { JobPageData } from "../api/client";
import { renew } from "../api/renew";
import { keepLine } from "../lines/keep";
import { LineField } from "../lines/LineField";
import { useLine } from "../lines/useLine";

/** One more door, as it is pencilled on a list: Enter keeps it, and the field waits for the next. */
export function AddByLine({
  data,
  field,
  children,
}: {
  data: JobPageData;
  field: RefObject<HTMLInputElement | null>;
  children: ReactNode;
}) {
  const client = useQueryClient();
  const line = useLine(data.job.unit ?? "in", data.id);
  const keep = useMutation({
    mutationFn: (text: string) => keepLine(data.id, text, "line"),
    onSuccess: (_, text) => {
      if (line.text === text) line.write("");
      void renew(client, ["job"], ["jobs"]);
      field.current?.focus();
    },
  });
  const add = () => {
    if (line.text.trim() && !line.wrong) keep.mutate(line.text);
  };
  return (
    <LineField
      ref={field}
      slim
      of={line}
      label="One more, in a line"
      description="Mark, size, hand, floors, room, in any order"
      onEnter={add}
      after={
        <div className="row">
          <Button onClick={add} loading={keep.isPending}>
            Put it on the board
          </Button>
          {keep.isError && (
            <p role="alert" className="error">
              {keep.error.message}
            </p>
          )}
        </div>
      }
    >
      {children}
    </LineField>
  );
}
