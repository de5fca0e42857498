import { ActionIcon, Button } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";

import type { KeptPhoto } from "../api/client";
import { within } from "../api/words";
import { Unreadable } from "../app/Mend";
import { NotSentHere } from "../outbox/NotSent";
import { press } from "../outbox/outbox";
import { tellRefused } from "../outbox/usePress";
import { useWork } from "../work/context";
import { Camera, Photos } from "../photos/Photos";
import { WithFractions } from "../tape/Digits";
import styles from "./ReadingList.module.css";

/** The readings that count, each against what all of them together say; any can be taken again or withdrawn. */
export function ReadingList({ phase, again }: { phase: "survey" | "check"; again: (place: string) => void }) {
  const { page, result, took } = useWork();
  const withdraw = useMutation({
    mutationFn: ({ id, label }: { id: number; label: string }) =>
      press(
        {
          of: { kind: "withdrawn", opening: page.id, reading: id },
          said: `${within(label)} withdrawn, ${page.opening.mark || "no mark"}`,
          renews: [["opening", page.id], ["job"]],
        },
        (to) =>
          to.DELETE("/api/openings/{opening_id}/readings/{reading_id}", {
            params: { path: { opening_id: page.id, reading_id: id } },
          }),
      ),
    onSuccess: (next) => next && took(next),
    onError: tellRefused,
  });
  const asks = new Map(result?.found.asks.map((a) => [a.place, a]));
  const adjusted = new Map(result?.found.readings.map((r) => [r.index, r]));
  // where nothing could be worked out the readings are listed all the same: one of them may have to be taken out
  const rows = page.readings
    .map((kept, index) => {
      const { place, value } = kept.reading;
      const plain = {
        place,
        label: asks.get(place)?.label ?? place.replaceAll("_", " "),
        read: value,
        fitted: null,
        off: null,
        suspect: false,
        alone: false,
      };
      return { kept, ...(adjusted.get(index) ?? plain) };
    })
    .filter((row) => (asks.get(row.place)?.phase ?? phase) === phase);
  // of a reading that was taken again: it shows the same place
  const counting = new Set(page.readings.map((r) => r.id));
  const stray = (p: KeptPhoto, place: string) => p.place === place && !counting.has(p.reading ?? 0);
  const named = (place: string) => asks.get(place)?.label ?? place.replaceAll("_", " ");
  const unread = page.unreadable.map(({ id, place, problem }) => (
    <Unreadable key={id} name={named(place)} problem={problem}>
      <Button
        variant="default"
        loading={withdraw.isPending}
        onClick={() => withdraw.mutate({ id, label: named(place) })}
      >
        Withdraw it
      </Button>
    </Unreadable>
  ));
  if (rows.length === 0) return unread;
  return (
    <>
      {unread}
      <table className={clsx(styles.taken, "readings")}>
        <caption>{rows.length === 1 ? "One reading" : `${rows.length} readings`}</caption>
        <thead>
          <tr>
            <th scope="col">Where</th>
            <th scope="col">Read</th>
            <th scope="col">
              <span className="sr">Withdraw</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ kept, ...row }, n) => {
            const first = rows.findIndex((other) => other.place === row.place) === n;
            return (
              <tr key={kept.id} data-suspect={row.suspect || undefined} data-place={row.place}>
                <th scope="row">
                  <button type="button" className="link" onClick={() => again(row.place)}>
                    {row.label}
                  </button>{" "}
                  <NotSentHere of={{ kind: "withdrawn", opening: page.id, reading: kept.id }} />
                  <span className="from">
                    {[
                      kept.who,
                      kept.instrument,
                      new Date(kept.at).toLocaleString([], {
                        day: "numeric",
                        month: "short",
                        hour: "2-digit",
                        minute: "2-digit",
                      }),
                    ]
                      .filter(Boolean)
                      .join(" · ")}
                  </span>
                  <Photos
                    label={within(row.label)}
                    photos={page.photos.filter((p) => p.reading === kept.id || (first && stray(p, row.place)))}
                    of={{ opening: page.id, reading: kept.id }}
                  />
                </th>
                <td>
                  <WithFractions text={row.read} />
                  {row.fitted && row.off !== null && !/^0 /.test(row.off) && (
                    <span className={clsx(styles.off, row.suspect && styles.suspect)}>
                      {row.suspect
                        ? row.alone
                          ? "left out; the others say "
                          : "may be wrong; together they say "
                        : "together: "}
                      <WithFractions text={row.fitted} />
                    </span>
                  )}
                </td>
                <td className={styles.tools}>
                  <Camera label={within(row.label)} of={{ opening: page.id, reading: kept.id }} />
                  <ActionIcon
                    variant="subtle"
                    color="dark"
                    size={44}
                    aria-label={`Withdraw ${row.label}`}
                    onClick={() => withdraw.mutate({ id: kept.id, label: row.label })}
                  >
                    <IconTrash size={18} />
                  </ActionIcon>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
