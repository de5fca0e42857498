import "./board.css";

import { Checkbox, SegmentedControl, TextInput } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useLocation, useParams } from "react-router";

import {
  ApiProblem,
  api,
  ask,
  type Catalogue,
  type FieldError,
  type Job,
  type LengthText,
  type Rules,
  told,
  type Unit,
} from "../api/client";
import { Bar } from "../app/Bar";
import { Unreadable } from "../app/Mend";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { useInAddress } from "../app/useInAddress";
import { useSteady } from "../app/useSteady";
import { LengthField } from "../tape/LengthField";
import { useSaveQueue } from "../work/useSaveQueue";
import { useTyped } from "../tape/typed";
import styles from "./RulesPage.module.css";

type Level = "job" | "crew";

/** House rules of a job and of the crew: what is settled, and the default that counts otherwise. */
export function RulesPage() {
  const id = Number(useParams().jobId);
  const [asked, setLevel] = useInAddress<Level>("of", "job");
  const level = asked === "crew" ? "crew" : "job";
  const client = useQueryClient();
  const jobKey = ["job", id, null, null];
  const job = useQuery({
    queryKey: jobKey,
    queryFn: () => ask(api.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
  });
  const unit = job.data?.job.unit ?? "in";
  const crewKey = ["crew-rules", unit];
  const crew = useQuery({
    queryKey: crewKey,
    queryFn: () => ask(api.GET("/api/crew-rules/{unit}", { params: { path: { unit } } })),
    enabled: job.isSuccess,
  });
  const catalogue = useCatalogue();
  const queue = useSaveQueue(`rules of job ${id}`);
  const texts = useTyped();
  const [errors, setErrors] = useState<FieldError[]>([]);

  const keep = (name: string, value: string | undefined) => void queue.add(() => saveRule(name, value));
  const saveRule = async (name: string, value: string | undefined) => {
    const kept = client.getQueryData<typeof job.data>(jobKey);
    const crewKept = client.getQueryData<typeof crew.data>(crewKey);
    if (!kept || !crewKept) return;
    const change = (rules: Rules): Rules => {
      const others = Object.entries(rules).filter(([other]) => other !== name);
      return Object.fromEntries(value === undefined ? others : [...others, [name, value]]);
    };
    try {
      if (level === "job") {
        const body = { version: kept.version, job: { ...kept.job, rules: change(kept.job.rules ?? {}) } };
        const answer = await ask(api.PUT("/api/jobs/{job_id}", { params: { path: { job_id: id } }, body }));
        client.setQueryData(jobKey, { ...kept, ...(answer as object) });
      } else {
        const body = { version: crewKept.version, rules: change(crewKept.rules) };
        client.setQueryData(
          crewKey,
          await ask(api.PUT("/api/crew-rules/{unit}", { params: { path: { unit } }, body })),
        );
      }
      void renew(client, ["opening"]);
      texts.hold(`rules.${level}.${name}`, null); // one that is refused is held until it is mended
      setErrors([]);
    } catch (failure) {
      if (!(failure instanceof ApiProblem) || failure.offline) throw failure;
      setErrors(failure.errors.length ? failure.errors : [{ path: "", reason: failure.message, accepted: "" }]);
      await Promise.all([job.refetch(), crew.refetch()]);
    }
  };

  const state = queue.waits ? "offline" : queue.saving > 0 ? "saving" : errors.length > 0 ? "refused" : "saved";
  const failed = [job, crew, catalogue].find((q) => q.isError);
  return (
    <>
      <Bar
        job={job.data?.job}
        trail={
          <>
            <Link to={`/jobs/${id}`}>{job.data?.job.name ?? "Job"}</Link>
            <span aria-hidden="true">›</span>
            <h1>House rules</h1>
          </>
        }
        state={
          <span className="save" data-state={state} role="status">
            {
              {
                saved: "Saved",
                saving: "Saving…",
                refused: "Not saved",
                offline: `Not saved yet: ${queue.waits}, trying again`,
              }[state]
            }
          </span>
        }
      />
      <main className="page rules">
        {failed && <Problem error={failed.error} retry={() => void failed.refetch()} />}
        {job.data && crew.data && catalogue.data && (
          <>
            <div className={styles.rulesHead}>
              <SegmentedControl
                aria-label="Whose rules"
                value={level}
                onChange={(v) => setLevel(v)}
                data={[
                  { value: "job", label: "This job" },
                  { value: "crew", label: unit === "in" ? "The crew, in inches" : "The crew, in millimetres" },
                ]}
              />
              <p className="quiet">
                Nearest wins: an opening’s own rule, then the job’s, then the crew’s, then the default shown in grey.
              </p>
            </div>
            {crew.data.problem && <Unreadable name="The crew’s rules" problem={crew.data.problem} />}
            {errors
              .filter((e) => !e.path.includes("rules."))
              .map((e) => (
                <p role="alert" className="error" key={e.reason}>
                  {told(e)}
                </p>
              ))}
            <RuleFields
              key={level}
              level={level}
              job={job.data.job}
              own={level === "job" ? (job.data.job.rules ?? {}) : crew.data.rules}
              above={level === "job" ? crew.data.rules : {}}
              catalogue={catalogue.data}
              errors={errors}
              keep={keep}
            />
          </>
        )}
      </main>
    </>
  );
}

const COLUMN = 374; // px: a column of rules with its gap

/** Groups in so many columns of about one length, read downwards. Columns of the style sheet are laid out anew at every key. */
function inColumns<Group extends { rules: string[] }>(groups: Group[], count: number): Group[][] {
  const long = (some: Group[]) => some.reduce((sum, { rules }) => sum + rules.length + 1, 0);
  const most = long(groups) / Math.max(1, count);
  const columns: Group[][] = [];
  for (const [i, group] of groups.entries()) {
    const middle = long(groups.slice(0, i)) + long([group]) / 2;
    (columns[Math.floor(middle / most)] ??= []).push(group);
  }
  return columns.filter(Boolean);
}

interface FieldsProps {
  level: Level;
  job: Job;
  own: Rules;
  above: Rules;
  catalogue: Catalogue;
  errors: FieldError[];
  keep: (name: string, value: string | undefined) => void;
}

function RuleFields({ level, job, own, above, catalogue, errors, keep }: FieldsProps) {
  const shown = useShown(job);
  const habit = job.unit ?? "in";
  const { hash } = useLocation();
  useEffect(() => {
    if (hash)
      document.querySelector<HTMLElement>(`[data-path="rules.${level}.${CSS.escape(hash.slice(1))}"] input`)?.focus();
  }, [hash, level]);
  const settled = (rules: Rules, name: string) => (rules as Record<string, LengthText>)[name];
  const [find, setFind] = useInAddress("find", "");
  const [differing, setDiffering] = useInAddress("only", "");
  const only = differing !== "";
  const label = (name: string) => catalogue.rules[name]!.label[shown.words] ?? name;
  const differs = (name: string) => Boolean(settled(own, name) ?? settled(above, name));
  const wanted = find.toLowerCase().split(/\s+/).filter(Boolean);
  const groups = catalogue.rule_groups
    .map((group) => ({
      ...group,
      rules: group.rules.filter((name) => {
        const text = `${group.title} ${label(name)} ${catalogue.rules[name]!.why}`.toLowerCase();
        return wanted.every((word) => text.includes(word)) && (!only || differs(name));
      }),
    }))
    .filter((group) => group.rules.length > 0);
  const { ref, width } = useElementSize();
  const kept = useSteady(keep);
  const settledHere = catalogue.rule_groups.flatMap((g) => g.rules).filter(differs).length;
  return (
    <>
      <div className={styles.rulesHead}>
        <TextInput
          aria-label="Find a rule"
          type="search"
          placeholder="Find: shim, hinge, pocket…"
          value={find}
          onChange={(event) => setFind(event.currentTarget.value)}
        />
        <Checkbox
          label={`Only what differs from the default (${settledHere})`}
          checked={only}
          onChange={(event) => setDiffering(event.currentTarget.checked ? "differing" : "")}
        />
      </div>
      {groups.length === 0 && (
        <p className="empty">{only && !find ? "Every rule stands at its default." : `No rule matches “${find}”.`}</p>
      )}
      <div className={styles.ruleGroups} ref={ref}>
        {inColumns(groups, Math.floor(width / COLUMN)).map((column) => (
          <div key={column[0]!.title}>
            {column.map((group) => (
              <section key={group.title}>
                <h2>{group.title}</h2>
                {group.rules.map((name) => (
                  <RuleField
                    key={name}
                    rule={catalogue.rules[name]!}
                    label={label(name)}
                    path={`rules.${level}.${name}`}
                    unit={shown.unit}
                    habit={habit}
                    own={settled(own, name)}
                    above={settled(above, name)}
                    error={errors.find((e) => e.path === `rules.${level}.${name}`)}
                    keep={kept}
                  />
                ))}
              </section>
            ))}
          </div>
        ))}
      </div>
    </>
  );
}

interface FieldProps {
  rule: Catalogue["rules"][string];
  label: string;
  path: string;
  unit: Unit;
  habit: Unit;
  own: LengthText;
  above: LengthText;
  error: FieldError | undefined;
  keep: (name: string, value: string | undefined) => void;
}

/** One rule: a component of its own, for a hundred of them stand here and a key in one is not to draw the others anew. */
function RuleField({ rule, label, path, unit, habit, own, above, error, keep }: FieldProps) {
  const standard = rule.default[habit]!;
  return (
    <div data-differs={Boolean(own ?? above) || undefined}>
      <LengthField
        label={label}
        kind={rule.kind}
        path={path}
        unit={unit}
        value={own}
        fallback={
          above
            ? { text: typeof above === "string" ? above : `${above.value} ${above.unit}`, by: "settled by the crew" }
            : { text: standard, by: "default" }
        }
        error={error}
        keeps={false}
        onChange={(value) => keep(path.split(".").at(-1)!, value)}
      />
      {(own ?? above) && <p className={styles.differs}>default {standard}</p>}
    </div>
  );
}
