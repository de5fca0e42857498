import "./board.css";

import { Checkbox, SegmentedControl, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import { useLocation, useParams } from "react-router";

import {
  api,
  ask,
  type Catalogue,
  type FieldError,
  type Job,
  type LengthText,
  type Rules,
  type Unit,
} from "../api/client";
import { JobBar } from "../app/JobBar";
import { Unreadable } from "../app/Mend";
import { Problem } from "../app/Problem";
import { useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { useInAddress } from "../app/useInAddress";
import { useJob } from "../app/useJob";
import { useSteady } from "../app/useSteady";
import { RulePicture } from "../drawing/RulePicture";
import { LengthField } from "../tape/LengthField";
import { Changes } from "../usual/Changes";
import { type Level, useRuleDraft } from "./useRuleDraft";
import styles from "./RulesPage.module.css";

/** House rules of a job and of the crew: what is settled, and the default that counts otherwise. A change is shown before it is kept. */
export function RulesPage() {
  const id = Number(useParams().jobId);
  const [asked, setLevel] = useInAddress<Level>("of", "job");
  const level = asked === "crew" ? "crew" : "job";
  const job = useJob(id);
  const unit = job.data?.job.unit ?? "in";
  const crew = useQuery({
    queryKey: ["crew-rules", unit],
    queryFn: () => ask(api.GET("/api/crew-rules/{unit}", { params: { path: { unit } } })),
    enabled: job.isSuccess,
  });
  const catalogue = useCatalogue();
  const kept = (level === "job" ? job.data?.job.rules : crew.data?.rules) ?? {};
  const work = useRuleDraft(id, level, kept, { job: job.data, crew: crew.data });
  const failed = [job, crew, catalogue].find((q) => q.isError);
  return (
    <>
      <JobBar
        id={id}
        job={job.data?.job}
        title="House rules"
        tables={["rules"]}
        state={
          <span className="save" role="status">
            {work.save.isPending ? "Saving…" : work.open ? "Not kept yet" : "Saved"}
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
            </div>
            {crew.data.problem && <Unreadable name="The crew’s rules" problem={crew.data.problem} />}
            <RuleFields
              key={level}
              level={level}
              job={job.data.job}
              own={work.rules}
              above={level === "job" ? crew.data.rules : {}}
              catalogue={catalogue.data}
              errors={work.errors}
              keep={work.say}
            >
              {work.open && (
                <section className={styles.changes} aria-label="What changes">
                  <Changes
                    what={level === "job" ? "Keep these rules" : "Keep them for the crew"}
                    still="Nothing moves"
                    changes={work.tried.data}
                    failure={work.tried.error}
                    busy={work.tried.isFetching || work.save.isPending}
                    keep={work.keep}
                    back={work.drop}
                  />
                  {level === "crew" && <p className="quiet">What it does here; the crew’s other jobs take it too.</p>}
                </section>
              )}
            </RuleFields>
            <p className="quiet">
              Nearest wins: an opening’s own rule, then the job’s, then the crew’s, then the default shown in grey.
            </p>
          </>
        )}
      </main>
    </>
  );
}

interface FieldsProps {
  level: Level;
  job: Job;
  own: Rules;
  above: Rules;
  catalogue: Catalogue;
  errors: FieldError[];
  keep: (name: string, value: string | undefined) => void;
  /** What a change that is not kept yet would do. */
  children: ReactNode;
}

function RuleFields({ level, job, own, above, catalogue, errors, keep, children }: FieldsProps) {
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
  const [group, setGroup] = useInAddress("group", "");
  const all = catalogue.rule_groups;
  const linked = hash && all.find((one) => one.rules.includes(hash.slice(1)));
  const opened = all.find((one) => one.title === group) ?? (linked || all[0]!);
  const found = wanted.length > 0 || only;
  const [lit, light] = useState("");
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
      <div className={styles.rules}>
        {!found && (
          <nav className={styles.index} aria-label="Groups of rules">
            {all.map((one) => {
              const count = one.rules.filter(differs).length;
              return (
                <button
                  key={one.title}
                  type="button"
                  aria-current={one === opened ? "true" : undefined}
                  onClick={() => setGroup(one.title)}
                >
                  {one.title}{" "}
                  {count > 0 && (
                    <span>
                      {count}
                      <span className="sr"> settled</span>
                    </span>
                  )}
                </button>
              );
            })}
          </nav>
        )}
        <div
          className={styles.fields}
          onFocus={(event) => {
            const at = event.target.closest("[data-path]")?.getAttribute("data-path");
            if (at) light(at.split(".").at(-1)!);
          }}
        >
          {groups
            .filter((one) => found || one.title === opened.title)
            .map((one) => (
              <section key={one.title} aria-label={one.title}>
                <h2>{one.title}</h2>
                {one.rules.map((name) => (
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
        <div className={styles.beside}>
          {children}
          <RulePicture
            rules={found ? groups.flatMap((one) => one.rules) : opened.rules}
            lit={lit}
            label={label}
            figure={(name) =>
              asText(settled(own, name) ?? settled(above, name)) ?? catalogue.rules[name]!.default[habit]
            }
          />
        </div>
      </div>
    </>
  );
}

const asText = (said: LengthText | undefined) =>
  typeof said === "object" && said ? `${said.value} ${said.unit}` : said;

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
        fallback={above ? { text: asText(above)!, by: "settled by the crew" } : { text: standard, by: "default" }}
        error={error}
        onChange={(value) => keep(path.split(".").at(-1)!, value)}
      />
      {(own ?? above) && <p className={styles.differs}>default {standard}</p>}
    </div>
  );
}
