import { NativeSelect, TextInput } from "@mantine/core";
import clsx from "clsx";
import { Link, useParams } from "react-router";

import type { JobCutting } from "../api/client";
import { Empty } from "../app/Empty";
import { useFold } from "../app/Fold";
import { JobBar } from "../app/JobBar";
import { NotHere } from "../app/NotHere";
import { Problem } from "../app/Problem";
import { useShown } from "../app/show";
import { useInAddress } from "../app/useInAddress";
import { usePrinting } from "../app/usePrinting";
import { WithFractions } from "../tape/Digits";
import { Compared } from "./Compared";
import styles from "./CuttingPage.module.css";
import { CutSoFar } from "./CutSoFar";
import { Prices } from "./Prices";
import { Saw } from "./Saw";
import { SawSheet } from "./SawSheet";
import { SectionPlan } from "./SectionPlan";
import { useCutting } from "./useCutting";

const GOALS = [
  { value: "", label: "Least cost; without prices, least stock" },
  { value: "cost", label: "The least cost" },
  { value: "waste", label: "The least stock" },
  { value: "sticks", label: "The fewest sticks" },
  { value: "lengths", label: "The fewest lengths" },
];

/** How the job's timber is cut: every stick in order, to be ticked at the saw; what is left lies in the rack. */
export function CuttingPage() {
  const id = Number(useParams().jobId);
  const work = useCutting(id);
  const { job, plan, settings, change } = work;
  const printing = usePrinting();
  const shown = useShown(job.data?.job);
  const data = work.open && work.tried.data ? work.tried.data : plan.data;
  const [saw, setSaw] = useInAddress("saw", "");
  const sections = data?.sections ?? [];
  const fold = useFold(sections.length === 1 ? sections[0]!.section : undefined);
  const atSaw = sections.find((of) => of.section === saw && !work.open); // what is only tried is not cut
  const sticks = sections.reduce((sum, of) => sum + of.sticks.length, 0);
  const longest = Math.max(1, ...sections.flatMap((of) => of.sticks.map((stick) => stick.mm)));
  return (
    <>
      <JobBar
        prints
        tables={["saw", "cut"]}
        id={id}
        job={job.data?.job}
        title="Cutting"
        state={
          <span className="save" role="status">
            {work.save.isPending || work.cutStick.isPending ? "Saving…" : work.open ? "Not kept yet" : "Saved"}
          </span>
        }
      />
      <main className={clsx(styles.page, "page")}>
        {plan.isError && !data && <Problem error={plan.error} retry={() => void plan.refetch()} />}
        {plan.isPending && (
          <p className="quiet" aria-busy="true">
            Planning the cuts…
          </p>
        )}
        {data && (
          <>
            {data.sections.length === 0 && work.cut.data?.length === 0 && (
              <Empty like="sticks">
                Nothing to cut yet. Say on <Link to={`/jobs/${id}`}>Openings</Link> what hangs where, and its pieces
                stand here, stick by stick.
              </Empty>
            )}
            <p className={styles.verdict}>
              {data.sections.length === 0 ? (
                work.cut.data?.length !== 0 && "Nothing is left to cut."
              ) : (
                <>
                  <b>{sticks === 1 ? "1 stick" : `${sticks} sticks`}</b> to cut in{" "}
                  {data.sections.length === 1 ? "1 section" : `${data.sections.length} sections`}
                  {data.cost && (
                    <>
                      , in all <b>{`${data.cost} ${data.currency}`.trim()}</b>
                    </>
                  )}
                  {data.cost &&
                    data.unpriced.length > 0 &&
                    `, without ${data.unpriced.length === 1 ? "one section that has" : `${data.unpriced.length} sections that have`} no price`}
                  .
                </>
              )}
            </p>
            <details className="more" open={work.open || undefined}>
              <summary>
                <span>
                  {GOALS.find((one) => one.value === (settings.goal ?? ""))!.label} · saw{" "}
                  <WithFractions text={data.kerf} />
                </span>
              </summary>
              <div className={styles.setting}>
                <NativeSelect
                  label="Plan for"
                  data-walk
                  value={settings.goal ?? ""}
                  data={GOALS}
                  onChange={(event) => {
                    const goal = (event.currentTarget.value || null) as JobCutting["goal"];
                    change((now) => ({ ...now, goal }));
                  }}
                />
                <TextInput
                  label="Word for money"
                  data-walk
                  maxLength={8}
                  value={settings.currency ?? ""}
                  placeholder="none"
                  onChange={(event) => {
                    const currency = event.currentTarget.value;
                    change((now) => ({ ...now, currency }));
                  }}
                />
                <p className="quiet">
                  <WithFractions
                    text={`Saw ${data.kerf}, squaring ${data.square} a stick, offcuts kept from ${data.keep}: `}
                  />
                  <Link to={`/jobs/${id}/rules`}>house rules</Link>
                </p>
              </div>
            </details>
            <Prices data={data} work={work} open={fold.open} />
            {work.open && <Compared work={work} />}
            <NotHere leftOut={data.left_out} waiting={data.waiting} />
            <div>
              {data.sections.map((of) => (
                <SectionPlan
                  key={of.section}
                  of={of}
                  work={work}
                  shown={shown}
                  currency={data.currency}
                  longest={longest}
                  {...fold.of(of.section)}
                  saw={() => setSaw(of.section)}
                />
              ))}
              {data.sections.length > 0 && <Legend />}
            </div>
            {atSaw && <Saw of={atSaw} work={work} close={() => setSaw("")} />}
            <CutSoFar work={work} />
            {printing && <SawSheet data={data} name={job.data?.job.name ?? ""} />}
          </>
        )}
      </main>
    </>
  );
}

/** What the bars of the sections mean. */
function Legend() {
  return (
    <p className={styles.legend}>
      <span>
        <i data-is="bought" /> to buy
      </span>
      <span>
        <i data-is="rack" /> from the rack
      </span>
      <span>
        <i data-is="cut" /> cut
      </span>
      <span>
        <i data-is="waste" /> left over
      </span>
      <span>
        <i data-is="kept" /> left, worth keeping
      </span>
    </p>
  );
}
