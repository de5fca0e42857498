import "./board.css";

import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useEffect, useState } from "react";
import { Link, useParams } from "react-router";

import { api, ask, type ToldLine } from "../api/client";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { Problem } from "../app/Problem";
import { useShow } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { useInAddress } from "../app/useInAddress";
import { useJob } from "../app/useJob";
import { Camera, Photos } from "../photos/Photos";
import { Digits } from "../tape/Digits";
import styles from "./LogPage.module.css";

const SHOWN = ["planned", "changed", "floor changed", "measured", "cut", "step", "framed", "set", "signed"]; // what one asks for

const NOTHING: Record<string, string> = {
  photographed: "No photograph yet. The camera beside a reading, a step of a card or a line of the record takes one.",
  signed: "Nothing is signed off yet. The last step of an opening’s card does it.",
};
const AT_ONCE = 40; // lines

const called = (line: ToldLine) => (line.mark ? `${line.mark}, ${line.event}` : line.event);

export const RecordPage = () => <LogPage title="Record" />;
export const PhotographsPage = () => <LogPage title="Photographs" kind="photographed" />;
export const SignedPage = () => <LogPage title="Signed off" kind="signed" />;

/** The record of a job, or one kind of its events: everything that was planned, found, cut, set and signed, newest first; it can be
 * narrowed, never altered. */
function LogPage({ title, kind }: { title: string; kind?: string }) {
  const id = Number(useParams().jobId);
  const [only, setOnly] = useInAddress("opening", "");
  const [find, setFind] = useInAddress("find", "");
  const [words] = useDebouncedValue(find.trim(), 250);
  const [asked, setWhat] = useInAddress("what", "");
  const what = kind ?? asked;
  const job = useJob(id);
  const events = useCatalogue().data?.events ?? {};
  const log = useInfiniteQuery({
    queryKey: ["log", id, only, what, words],
    queryFn: ({ pageParam, signal }) =>
      ask(
        api.GET("/api/jobs/{job_id}/log", {
          params: {
            path: { job_id: id },
            query: {
              opening_id: only ? Number(only) : undefined,
              what: what || undefined,
              find: words || undefined,
              before: pageParam ?? undefined,
            },
          },
          signal,
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.more,
    placeholderData: keepPreviousData,
  });
  const marks = new Map(job.data?.openings.map((o) => [o.id, o.mark || `no. ${o.id}`]));
  const all = log.data?.pages.flatMap((page) => page.lines) ?? [];
  const [most, setMost] = useState(AT_ONCE);
  const rows = all.slice(0, most);
  const { hasNextPage, isFetching, fetchNextPage } = log;
  const nothingYet = log.data !== undefined && all.length === 0 && hasNextPage;
  useEffect(() => {
    if (nothingYet && !isFetching) void fetchNextPage(); // further back, to the first line
  }, [nothingYet, isFetching, fetchNextPage]);
  return (
    <>
      <JobBar tables={["record", "readings"]} id={id} job={job.data?.job} title={title} />
      <main className="page">
        <div className="board-tools">
          <NativeSelect
            label="Opening"
            value={only}
            onChange={(e) => setOnly(e.currentTarget.value)}
            data={[
              { value: "", label: "All openings" },
              ...[...marks].map(([value, label]) => ({ value: String(value), label })),
            ]}
          />
          {!kind && (
            <NativeSelect
              label="What"
              value={what}
              onChange={(e) => setWhat(e.currentTarget.value)}
              data={[
                { value: "", label: "Everything" },
                ...SHOWN.map((value) => ({ value, label: events[value] ?? value })),
              ]}
            />
          )}
          <TextInput
            label="Find"
            type="search"
            value={find}
            onChange={(e) => setFind(e.currentTarget.value)}
            placeholder="name, place, length"
          />
        </div>
        {only && <PlannedFoundMade opening={Number(only)} />}
        {log.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the record…
          </p>
        )}
        {log.isError && <Problem error={log.error} retry={() => void log.refetch()} />}
        {nothingYet && (
          <p className="quiet" aria-busy="true">
            Looking further back…
          </p>
        )}
        {log.data && rows.length === 0 && !hasNextPage && (
          <Empty like="lines">
            {words ? `Nothing on record says “${words}”.` : (NOTHING[what] ?? "Nothing of this kind is on record.")}
          </Empty>
        )}
        {rows.length > 0 && (
          <table className={`log ${styles.record}`}>
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">Who</th>
                <th scope="col">Opening</th>
                <th scope="col">What</th>
                <th scope="col">In words</th>
                <td />
              </tr>
            </thead>
            <tbody>
              {rows.map((line) => (
                <tr key={line.id} data-what={line.what}>
                  <td>
                    {new Date(line.at).toLocaleString([], {
                      day: "numeric",
                      month: "short",
                      hour: "2-digit",
                      minute: "2-digit",
                    })}
                  </td>
                  <td>
                    {line.who || wasAtIt(line) || "nobody said who"}
                    {line.unsigned && line.who && <span className="quiet">, unsigned</span>}
                  </td>
                  <td>
                    {line.mark === null || line.opening_id === null ? (
                      "the job"
                    ) : (
                      <Link to={`/openings/${line.opening_id}`}>{line.mark}</Link>
                    )}
                  </td>
                  <th scope="row">{line.event}</th>
                  <td>
                    {line.words}
                    <Photos label={called(line)} photos={line.photos} of={{ line: line.id }} />
                  </td>
                  <td className={styles.camera}>
                    {!line.what.startsWith("photograph") && <Camera label={called(line)} of={{ line: line.id }} />}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {rows.length > 0 && (hasNextPage || all.length > most) && (
          <Button
            variant="default"
            className={styles.older}
            loading={log.isFetchingNextPage}
            onClick={() => {
              if (all.length < most + AT_ONCE && hasNextPage) void fetchNextPage();
              setMost(most + AT_ONCE);
            }}
          >
            Older lines
          </Button>
        )}
      </main>
    </>
  );
}

/** What was planned of an opening, what was found, and what was made, side by side. */
function PlannedFoundMade({ opening }: { opening: number }) {
  const show = useShow();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const rows = useQuery({
    queryKey: ["opening", opening, "compared", query],
    queryFn: () =>
      ask(api.GET("/api/openings/{opening_id}/compared", { params: { path: { opening_id: opening }, query } })),
  });
  if (rows.isError)
    return (
      <p role="alert" className="error">
        {rows.error.message}
      </p>
    );
  if (!rows.data?.length)
    return rows.data ? (
      <p className="quiet">Nothing was found, cut or set yet that could be held against the plan.</p>
    ) : null;
  const digits = (of: (typeof rows.data)[number]["planned"]) => (of ? <Digits of={of} /> : "—");
  return (
    <table className={clsx(styles.compared, "log")}>
      <caption>Planned, found, made</caption>
      <thead>
        <tr>
          <th scope="col">Measure</th>
          <th scope="col">Planned</th>
          <th scope="col">As found, or first read</th>
          <th scope="col">As made, or last read</th>
        </tr>
      </thead>
      <tbody>
        {rows.data.map((row) => (
          <tr key={row.label} data-differs={row.differs || undefined}>
            <th scope="row">{row.label}</th>
            <td data-label="Planned">{digits(row.planned)}</td>
            <td data-label="Found">{digits(row.found)}</td>
            <td data-label="Made">
              {digits(row.made)} {row.differs && <strong className="differs">differs</strong>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Who was at what was timed: that line is written by itself. */
const wasAtIt = (line: { detail: Record<string, unknown> }) =>
  Array.isArray(line.detail.by) ? line.detail.by.join(", ") : "";
