import { ActionIcon } from "@mantine/core";
import { IconChevronLeft, IconChevronRight } from "@tabler/icons-react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { ApiProblem, api, ask, type DayPerson, type DaySheet, type DayWork } from "../api/client";
import { JobBar } from "../app/JobBar";
import { Empty } from "../app/Empty";
import { Problem } from "../app/Problem";
import { untilFound } from "../app/searching";
import { useShow } from "../app/show";
import { useJob } from "../app/useJob";
import { useInAddress } from "../app/useInAddress";
import { useWho } from "../app/useWho";
import { WithFractions } from "../tape/Digits";
import { inHours } from "../timing/hours";
import { clock, dayOf } from "./day";
import styles from "./TodayPage.module.css";

const SHOWN = 3; // steps of the next piece of work in view; the others are folded

function useDay(id: number, day: string) {
  const show = useShow();
  const path = { job_id: id };
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined, day: day || undefined };
  const job = useJob(id);
  const sheet = useQuery({
    queryKey: ["job", id, "day", query],
    queryFn: () => ask(api.GET("/api/jobs/{job_id}/day", { params: { path, query } })),
    refetchInterval: untilFound,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  return { job, sheet };
}

/** What somebody does today: the next steps with their figures, what to read, cut and carry first, and what waits. */
export function TodayPage() {
  const id = Number(useParams().jobId);
  const [day, setDay] = useInAddress("day", "");
  const { job, sheet } = useDay(id, day);
  const nobody = job.data && (job.data.job.crew?.people ?? []).length === 0;
  return (
    <>
      <JobBar
        prints
        tables={job.data?.job.crew?.people?.length ? ["days"] : undefined}
        id={id}
        job={job.data?.job}
        title="Today"
      />
      <main className={`page ${styles.page}`}>
        {nobody && (
          <Empty like="lines">
            Nobody works here yet. <Link to={`/jobs/${id}/plan`}>Say who does</Link>, and each one’s day stands here.
          </Empty>
        )}
        {!nobody && sheet.isError && !sheet.data && <Problem error={sheet.error} retry={() => void sheet.refetch()} />}
        {!nobody && sheet.isPending && (
          <p className="quiet" aria-busy="true">
            Laying the day out…
          </p>
        )}
        {!nobody && sheet.data && <Day id={id} sheet={sheet.data} setDay={setDay} waits={sheet.isPlaceholderData} />}
      </main>
    </>
  );
}

interface DayProps {
  id: number;
  sheet: DaySheet;
  setDay: (day: string) => void;
  waits: boolean;
}

function Day({ id, sheet, setDay, waits }: DayProps) {
  const [who] = useWho();
  const [asked, setPerson] = useInAddress("who", "");
  const names = sheet.people.map((one) => one.name);
  const mine = names.find((name) => name.toLowerCase() === who.trim().toLowerCase());
  const name = names.includes(asked) ? asked : (mine ?? names[0]);
  const person = sheet.people.find((one) => one.name === name);
  const at = sheet.days.indexOf(sheet.day);
  return (
    <>
      <div className={styles.head} aria-busy={waits || undefined}>
        <ActionIcon
          variant="default"
          size={48}
          aria-label="The day before"
          disabled={at <= 0}
          onClick={() => setDay(sheet.days[at - 1] ?? "")}
        >
          <IconChevronLeft />
        </ActionIcon>
        <h2>{dayOf(sheet.day)}</h2>
        <ActionIcon
          variant="default"
          size={48}
          aria-label="The next day"
          disabled={at >= sheet.days.length - 1}
          onClick={() => setDay(sheet.days[at + 1] ?? "")}
        >
          <IconChevronRight />
        </ActionIcon>
      </div>
      {names.length > 1 && (
        <div role="group" aria-label="Whose day" className={styles.whose}>
          {names.map((one) => (
            <button key={one} type="button" aria-pressed={one === name} onClick={() => setPerson(one)}>
              {one}
            </button>
          ))}
        </div>
      )}
      {sheet.comes.map((one) => (
        <p key={one} className={styles.comes}>
          <WithFractions text={one} />
        </p>
      ))}
      {person ? <Person id={id} person={person} /> : <p className="empty">{sheet.told}</p>}
      {sheet.stopped.map((one) => (
        <p key={one} className="quiet">
          <WithFractions text={one} />
        </p>
      ))}
      <Done sheet={sheet} />
      <Waits sheet={sheet} />
    </>
  );
}

function Person({ id, person }: { id: number; person: DayPerson }) {
  return (
    <article aria-label={person.name} className={styles.person}>
      <p className={styles.told}>
        <b>{person.name}</b> {person.told}
      </p>
      {person.read.length > 0 && (
        <section aria-label="To read first" className={styles.read}>
          <h3>To read first</h3>
          <ul>
            {person.read.map((one) => (
              <li key={one.opening}>
                <Link to={`/openings/${one.opening}/survey`}>{one.mark}</Link> <WithFractions text={one.told} />
              </li>
            ))}
          </ul>
        </section>
      )}
      <ol className={styles.works}>
        {person.work.map((one, n) => (
          <Work key={one.key} work={one} next={n === 0} />
        ))}
      </ol>
      {person.carry.length + person.tools.length > 0 && (
        <section aria-label="To carry" className={styles.carry}>
          <h3>To carry</h3>
          <ul>
            {person.carry.map((one) => (
              <li key={one}>
                <WithFractions text={one} />
              </li>
            ))}
          </ul>
          <p className="quiet">{person.tools.join(", ")}</p>
        </section>
      )}
      {person.cut.length > 0 && <Cuts id={id} cut={person.cut} />}
    </article>
  );
}

function Work({ work, next }: { work: DayWork; next: boolean }) {
  const shown = next ? SHOWN : 0;
  const rest = work.todo.slice(shown);
  const over = work.end.slice(0, 10) !== work.start.slice(0, 10); // it goes on on another day
  return (
    <li data-next={next || undefined} data-late={work.late > 0 || undefined}>
      <b className={styles.when}>{clock(work.start)}</b>
      <div>
        <p className={styles.what}>
          <Link to={`/openings/${work.opening}/card`}>
            {work.mark} {work.label}
          </Link>
          {work.begun && <span className="chip note">begun</span>}
          {work.late > 0 && <span className="chip stop">{inHours(work.late)} late</span>}
        </p>
        <p className="quiet">
          {[
            work.room,
            `${inHours(work.minutes)}${work.minutes_are === "by rule" ? "" : ` (${work.minutes_are})`}, to ${over ? `${dayOf(work.end)}, ` : ""}${clock(work.end)}`,
            work.others.length > 0 ? `with ${work.others.join(", ")}` : "",
          ]
            .filter(Boolean)
            .join(" · ")}
        </p>
        {shown > 0 && <Steps steps={work.todo.slice(0, shown)} />}
        {rest.length > 0 && (
          <details className={styles.rest}>
            <summary>
              {rest.length} {shown > 0 && "more "}
              {rest.length === 1 ? "step" : "steps"}
            </summary>
            <Steps steps={rest} />
          </details>
        )}
      </div>
    </li>
  );
}

function Steps({ steps }: { steps: DayWork["todo"] }) {
  return (
    <ul className={styles.steps}>
      {steps.map((step) => (
        <li key={step.key}>
          {step.gate && <strong className="gate">First: {step.gate} </strong>}
          <WithFractions text={step.text} />
        </li>
      ))}
    </ul>
  );
}

/** The sticks of the day, alike ones together; what waits for them today stands bold. */
function Cuts({ id, cut }: { id: number; cut: DayPerson["cut"] }) {
  return (
    <section aria-label="To cut" className={styles.cut}>
      <h3>
        To cut <Link to={`/jobs/${id}/cutting`}>all of it</Link>
      </h3>
      <ul>
        {cut.map((stick, n) => (
          <li key={n}>
            <span className={styles.stick}>
              <b>{stick.count} ×</b> <WithFractions text={stick.stick} />
              <span className="quiet">
                {" "}
                <WithFractions text={stick.section} />
              </span>
            </span>
            <span>
              {stick.pieces.map((piece, k) => (
                <span key={k} className={piece.today ? styles.now : styles.later}>
                  <b>
                    <WithFractions text={piece.length} />
                  </b>{" "}
                  {piece.label.toLowerCase()} {piece.mark}
                  {k < stick.pieces.length - 1 && ", "}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Done({ sheet }: { sheet: DaySheet }) {
  if (sheet.done.length === 0) return null;
  return (
    <section aria-label="Done" className={styles.done}>
      <h3>Done</h3>
      <ul>
        {sheet.done.map((one) => (
          <li key={`${one.opening} ${one.label}`}>
            <b>{clock(one.at)}</b> <Link to={`/openings/${one.opening}/card`}>{one.mark}</Link> {one.label}
            {one.who && <span className="quiet"> · {one.who}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Waits({ sheet }: { sheet: DaySheet }) {
  const by = new Map(sheet.waits.map((one) => [one.opening, one]));
  if (by.size === 0) return null;
  return (
    <details className={`more ${styles.waits}`}>
      <summary>
        {by.size} {by.size === 1 ? "opening waits" : "openings wait"}
      </summary>
      <ul>
        {[...by.values()].map((one) => (
          <li key={one.opening}>
            <Link to={`/openings/${one.opening}`}>{one.mark}</Link> {one.label}{" "}
            <span className="quiet">
              for <WithFractions text={one.waits_for.join("; ")} />
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
