import { Button, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { api, ask, type Feed } from "../api/client";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useShow } from "../app/show";
import styles from "./Calendars.module.css";

/** Whose days a calendar can show: as a file, or at an address it looks at again by itself, until that is taken back. */
export function Calendars({ id }: { id: number }) {
  const show = useShow();
  const client = useQueryClient();
  const path = { job_id: id };
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const feeds = useQuery({
    queryKey: ["job", id, "feeds", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/feeds", { params: { path, query } })),
    retry: false,
  });
  const refused = (failure: Error) => notifications.show({ color: "red", message: failure.message });
  const settled = () => renew(client, ["job", id, "feeds"]);
  const open = useMutation({
    mutationFn: (of: string) => ask(api.POST("/api/jobs/{job_id}/feeds", { params: { path, query }, body: { of } })),
    onError: refused,
    onSettled: settled,
  });
  const takeBack = useMutation({
    mutationFn: (feed: number) =>
      ask(api.DELETE("/api/jobs/{job_id}/feeds/{feed_id}", { params: { path: { ...path, feed_id: feed }, query } })),
    onError: refused,
    onSettled: settled,
  });
  return (
    <details className={`more ${styles.calendars}`}>
      <summary>Calendars, and sheets for other trades</summary>
      {feeds.isError && <Problem error={feeds.error} retry={() => void feeds.refetch()} />}
      <p className="quiet">
        A file is as the plan stands now. An address is looked at again by the calendar itself; who has it sees those
        days, so give it to nobody else, and take it back when it is not wanted any more.
      </p>
      <ul>
        {feeds.data?.map((one) => (
          <Row
            key={one.of}
            id={id}
            feed={one}
            open={() => open.mutate(one.of)}
            takeBack={() => one.id !== null && takeBack.mutate(one.id)}
            waits={open.isPending || takeBack.isPending}
          />
        ))}
      </ul>
    </details>
  );
}

interface RowProps {
  id: number;
  feed: Feed;
  open: () => void;
  takeBack: () => void;
  waits: boolean;
}

function Row({ id, feed, open, takeBack, waits }: RowProps) {
  const trade = feed.of.startsWith("trade:") ? feed.of.slice(6) : null;
  const address = feed.path === null ? null : `${location.origin}${feed.path}`;
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address!);
      notifications.show({ message: "The address is copied." });
    } catch {
      notifications.show({
        color: "red",
        message: "This browser does not copy by itself: mark the address and copy it.",
      });
    }
  };
  return (
    <li aria-label={feed.label}>
      <b className={styles.whose}>{feed.label}</b>
      {trade && (
        <Link to={`/jobs/${id}/trades/${trade}`} className={styles.sheet}>
          Sheet
        </Link>
      )}
      <a href={`/api/jobs/${id}/calendar.ics?of=${encodeURIComponent(feed.of)}`} download>
        File
      </a>
      {feed.id === null ? (
        <Button size="compact-md" variant="default" disabled={waits} onClick={open}>
          Make an address
        </Button>
      ) : (
        <>
          {address === null ? (
            <span className="quiet">
              It came out of a backup: whoever has its address goes on, and it is not shown again.
            </span>
          ) : (
            <TextInput
              aria-label={`Address of the calendar of ${feed.label}`}
              readOnly
              value={address}
              onFocus={(event) => event.currentTarget.select()}
              className={styles.address}
            />
          )}
          {address !== null && (
            <Button size="compact-md" variant="default" onClick={() => void copy()}>
              Copy
            </Button>
          )}
          <Button size="compact-md" variant="subtle" color="dark" disabled={waits} onClick={takeBack}>
            Take back
          </Button>
        </>
      )}
    </li>
  );
}
