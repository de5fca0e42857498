import { Button, NativeSelect, TextInput } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import clsx from "clsx";
import { Link, useParams } from "react-router";

import type { JobCutting } from "../api/client";
import { Bar } from "../app/Bar";
import { NotHere } from "../app/NotHere";
import { Problem } from "../app/Problem";
import { useShown } from "../app/show";
import { WithFractions } from "../tape/Digits";
import { Compared } from "./Compared";
import styles from "./CuttingPage.module.css";
import { CutSoFar } from "./CutSoFar";
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
  const shown = useShown(job.data?.job);
  const data = work.open && work.tried.data ? work.tried.data : plan.data;
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>Cutting</h1>
          </>
        }
        state={
          <span className="save" role="status">
            {work.save.isPending || work.cutStick.isPending ? "Saving…" : work.open ? "Not kept yet" : "Saved"}
          </span>
        }
      >
        <Button leftSection={<IconPrinter size={18} />} onClick={() => window.print()}>
          Print
        </Button>
      </Bar>
      <main className={clsx(styles.page, "page")}>
        {plan.isError && !data && <Problem error={plan.error} retry={() => void plan.refetch()} />}
        {plan.isPending && (
          <p className="quiet" aria-busy="true">
            Planning the cuts…
          </p>
        )}
        {data && (
          <>
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
            {work.open && <Compared work={work} />}
            {data.cost && (
              <p>
                In all <strong>{`${data.cost} ${data.currency}`.trim()}</strong>
                {data.unpriced.length > 0 &&
                  `, without ${data.unpriced.length === 1 ? "one section that has" : `${data.unpriced.length} sections that have`} no price`}
                .
              </p>
            )}
            <NotHere leftOut={data.left_out} waiting={data.waiting} />
            {data.sections.length === 0 && <p className="empty">Nothing is left to cut.</p>}
            {data.sections.map((of) => (
              <SectionPlan key={of.section} of={of} work={work} shown={shown} currency={data.currency} />
            ))}
            <CutSoFar work={work} />
            <SawSheet data={data} name={job.data?.job.name ?? ""} />
          </>
        )}
      </main>
    </>
  );
}
