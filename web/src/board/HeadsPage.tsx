import "./board.css";

import { Button, Checkbox, Switch } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { useState } from "react";
import { Link, useParams } from "react-router";

import { api, ask, type Storey } from "../api/client";
import { Empty } from "../app/Empty";
import { Fold, useFold } from "../app/Fold";
import { JobBar } from "../app/JobBar";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useInSight } from "../app/useInSight";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { Digits, WithFractions } from "../tape/Digits";
import { LevelLine } from "./LevelLine";
import styles from "./HeadsPage.module.css";

type How = "raise" | "pack" | "own";

/** The head lines of a job: per storey the common line, who governs it, what each door gains, and the three ways to have it. */
export function HeadsPage() {
  const id = Number(useParams().jobId);
  const show = useShow();
  const client = useQueryClient();
  // who is in a line while that is tried; null while it is as it stands
  const [chosen, setChosen] = useState<number[] | null>(null);
  const [byLeaf, setByLeaf] = useState(true);
  const query = {
    unit: show.unit ?? undefined,
    words: show.words ?? undefined,
    by_leaf: byLeaf,
    chosen: chosen === null ? undefined : chosen.length > 0 ? chosen : [0],
  };
  const job = useJob(id);
  const heads = useQuery({
    queryKey: ["job", id, "heads", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/heads", { params: { path: { job_id: id }, query } })),
    placeholderData: (before) => before, // the rows stay while another choice is worked out
  });
  const align = useMutation({
    mutationFn: ({ of, how }: { of: Storey; how: How }) =>
      ask(
        api.POST("/api/jobs/{job_id}/heads", {
          params: { path: { job_id: id }, query: { unit: query.unit, words: query.words } },
          body: {
            storey: of.storey,
            leaf: of.leaf?.exact ?? null,
            by_leaf: byLeaf,
            openings: of.openings.filter((o) => o.chosen).map((o) => o.id),
            how,
            line: of.line.exact,
            under: of.under,
          },
        }),
      ),
    onSuccess: () => {
      setChosen(null);
      void client.invalidateQueries({ queryKey: ["job", id, "heads"] });
      client.removeQueries({ queryKey: ["opening"] });
      void renew(client, ["job"]);
    },
    onError: (failure) => {
      notifications.show({ color: "red", message: failure.message });
      void heads.refetch(); // the line may be another than the one that was pressed for
    },
  });
  const fold = useFold(heads.data?.[0] && keyOf(heads.data[0]), "storey");
  return (
    <>
      <JobBar id={id} job={job.data?.job} title="Head lines" />
      <main className="page">
        {heads.isError && <Problem error={heads.error} retry={() => void heads.refetch()} />}
        {heads.isPending && (
          <p className="quiet" aria-busy="true">
            Working out every head…
          </p>
        )}
        {heads.data?.length === 0 && (
          <Empty like="heads">
            No opening has a head yet: a leaf’s height and both floors settle it. Say them on{" "}
            <Link to={`/jobs/${id}`}>Openings</Link>, and the heads of a storey stand here against one line.
          </Empty>
        )}
        {heads.data?.map((storey) => (
          <OneStorey
            key={keyOf(storey)}
            job={job.data}
            of={storey}
            fold={fold.of(keyOf(storey))}
            busy={align.isPending || heads.isPlaceholderData}
            align={(how) => align.mutate({ of: storey, how })}
            isIn={(one) => (chosen ? chosen.includes(one.id) : one.chosen)}
            choose={(one) => setChosen(withOrWithout(chosen ?? whoIsIn(heads.data), one))}
          />
        ))}
        {(!byLeaf || heads.data?.some((storey) => storey.leaf)) && (
          <Switch
            label="A line for each height of leaf"
            checked={byLeaf}
            onChange={(event) => setByLeaf(event.currentTarget.checked)}
          />
        )}
      </main>
    </>
  );
}

const WIDE = 1000;
const TALL = 150;
const ROW = 44; // px, likely
const NAME = 26; // of the drawing, that a name takes

const keyOf = (of: Storey) => `${of.storey} ${of.leaf?.mm ?? ""}`;

const whoIsIn = (storeys: Storey[]) => storeys.flatMap((s) => s.openings.filter((o) => o.chosen).map((o) => o.id));

const withOrWithout = (now: number[], one: number) =>
  now.includes(one) ? now.filter((id) => id !== one) : [...now, one];

interface StoreyProps {
  fold: { open: boolean; toggle: () => void };
  job: ReturnType<typeof useJob>["data"];
  of: Storey;
  busy: boolean;
  align: (how: How) => void;
  /** Whether an opening is in the line as it is pressed, before the server has said what follows. */
  isIn: (one: Storey["openings"][number]) => boolean;
  choose: (opening: number) => void;
}

function OneStorey({ job, of, fold, busy, align, isIn, choose }: StoreyProps) {
  // what a head is over the line they are held against: the level line, or the rough floor
  const line = of.under ? -of.line.mm : of.line.mm;
  const over = (o: Storey["openings"][number], head: { mm: number }) => head.mm - (o.level?.mm ?? 0);
  const low = Math.min(...of.openings.map((o) => over(o, o.own))) - 12;
  const high = Math.max(line, ...of.openings.map((o) => over(o, o.now))) + 6;
  const Y = (mm: number) => TALL - 24 - ((mm - low) / Math.max(1, high - low)) * (TALL - 46);
  const room = WIDE / of.openings.length;
  const storey = of.storey || "Walls without a storey";
  const name = of.leaf ? `${storey}, leaves of ${of.leaf.text}` : storey;
  const governs = of.openings.findIndex((o) => o.governs); // the first, where names have no room
  const nobody = !of.openings.some((o) => o.chosen);
  return (
    <Fold
      label={name}
      title={<WithFractions text={name} />}
      line={
        <span className={styles.said}>
          Common head line <Digits of={of.line} />{" "}
          {of.by_level ? (of.under ? "under the level line" : "over the level line") : "over the rough floor"}
          {of.level_line?.head && (
            <>
              , <Digits of={of.level_line.head} /> over the floor at {of.level_line.place || "the place it was set"}
            </>
          )}
          {of.aligned ? ", and every head is on one line." : "."}
        </span>
      }
      {...fold}
    >
      <div className={styles.storey}>
        <LevelLine job={job} of={of} />
        <svg
          viewBox={`0 0 ${WIDE} ${TALL}`}
          role="img"
          aria-label={`Heads of ${name}, differences drawn larger than true.`}
        >
          <path className="line" d={`M0 ${Y(line)}H${WIDE}`} />
          {of.openings.map((o, n) => (
            <g key={o.id} className={clsx(o.governs && styles.governs)}>
              <rect
                className={styles.own}
                x={n * room + room * 0.2}
                y={Y(over(o, o.own))}
                width={room * 0.6}
                height={TALL - 22 - Y(over(o, o.own))}
              />
              <path className={styles.now} d={`M${n * room + room * 0.14} ${Y(over(o, o.now))}h${room * 0.72}`} />
              {(room >= NAME || n === governs) && (
                <text x={Math.min(Math.max(n * room + room / 2, NAME / 2), WIDE - NAME / 2)} y={TALL - 6}>
                  {o.name}
                </text>
              )}
            </g>
          ))}
        </svg>
        <Table of={of} isIn={isIn} choose={choose} />
        {of.waiting.length > 0 && <p className="quiet">Not known yet: {of.waiting.join(", ")}.</p>}
        <div className="row">
          <Button disabled={busy || nobody} onClick={() => align("raise")}>
            Align: longer legs, larger floor gap
          </Button>
          <Button variant="default" disabled={busy || nobody} onClick={() => align("pack")}>
            Align the openings: packing over the head
          </Button>
          <Button variant="subtle" disabled={busy} onClick={() => align("own")}>
            Let each door be its own
          </Button>
        </div>
      </div>
    </Fold>
  );
}

/** What each opening of a storey needs, is, and would gain. */
function Table({ of, isIn, choose }: Pick<StoreyProps, "of" | "isIn" | "choose">) {
  const { list, drawn, before, after, measure } = useInSight<HTMLTableSectionElement>(of.openings.length, ROW);
  return (
    <table className="log">
      <thead>
        <tr>
          <th scope="col">In the line</th>
          <th scope="col">Opening</th>
          <th scope="col">Needs by itself</th>
          <th scope="col">Is now</th>
          <th scope="col">Would gain</th>
          {of.by_level && <th scope="col">Line over its floor</th>}
          <th scope="col">Floors A and B</th>
        </tr>
      </thead>
      <tbody ref={list}>
        {before > 0 && <tr aria-hidden="true" style={{ height: before }} />}
        {drawn.map((n) => {
          const o = of.openings[n]!;
          return (
            <tr key={o.id} ref={measure} data-index={n} data-governs={o.governs || undefined}>
              <td>
                <Checkbox
                  aria-label={`${o.name} in the line`}
                  checked={isIn(o)}
                  disabled={!o.can_align}
                  onChange={() => choose(o.id)}
                />
              </td>
              <th scope="row">
                <Link to={`/openings/${o.id}/opening`}>{o.name}</Link>
                {o.governs && " governs"}
                {o.keeps && <span className="from">{o.keeps}</span>}
              </th>
              <td data-label="Needs by itself">
                <Digits of={o.own} />
              </td>
              <td data-label="Is now">
                <Digits of={o.now} />
              </td>
              <td data-label={o.chosen ? "Would gain" : undefined}>
                {!o.chosen && o.gain.mm !== 0 && (o.lower ? "would come down " : "would take ")}
                {o.chosen || o.gain.mm !== 0 ? <Digits of={o.gain} /> : "stands on it"}
                {o.chosen && o.gap && (
                  <span className="from">
                    <WithFractions text={`${o.gap.text} over the floor with longer legs`} />
                  </span>
                )}
                {o.chosen && o.too_much && (
                  <strong className="differs">
                    {" "}
                    <WithFractions text={`${o.too_much.text} at most: pack over the head`} />
                  </strong>
                )}
              </td>
              {of.by_level && <td data-label="Line over its floor">{o.level && <Digits of={o.level} />}</td>}
              <td data-label="Floors">
                <WithFractions text={o.floors.map((f) => f.digits).join(" and ")} />
                {o.floors[0]!.mm !== o.floors[1]!.mm && <strong className="differs"> differ</strong>}
              </td>
            </tr>
          );
        })}
        {after > 0 && <tr aria-hidden="true" style={{ height: after }} />}
      </tbody>
    </table>
  );
}
