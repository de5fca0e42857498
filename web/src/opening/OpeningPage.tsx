import { useDebouncedValue, useHotkeys, useMediaQuery } from "@mantine/hooks";
import { keepPreviousData, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useLocation, useNavigate, useParams } from "react-router";

import { ApiProblem, api, ask, type Document, type StageName } from "../api/client";
import { Bar } from "../app/Bar";
import { WrittenBy } from "../app/Only";
import { Problem } from "../app/Problem";
import { useShown } from "../app/show";
import { caughtTyping } from "../app/typeAhead";
import { useCatalogue } from "../app/useCatalogue";
import { Slip } from "../slip/Slip";
import { FIRST_STAGES, StagePanel, StageSheet } from "../stages/stages";
import { ConflictDialog } from "./ConflictDialog";
import { OpeningContext, type OpeningWork } from "../work/context";
import { Figures } from "./Figures";
import { Flags, FlagsFirst, Notes, Refusals } from "./Flags";
import { OpeningBar } from "./OpeningBar";
import { SaveMark } from "./SaveMark";
import { cardState, StageRow } from "./StageRow";
import { documentOf } from "../work/document";
import { put } from "../work/paths";
import { useAsking } from "../work/placeAsked";
import { light } from "../work/pointing";
import { meantBy } from "../work/usual";
import { type Foresee, useDraft } from "../work/useDraft";
import { useGoTo } from "./useGoTo";
import { useNextStage, useStageKeys, useTravelKeys } from "./useStageKeys";
import styles from "./OpeningPage.module.css";

/** The answer to a whole document; `sums` say how its figures add up, which only a slip shows; one to what is saved is kept for when
 * the network is away. */
const solving = (whole: Document | null, sums: boolean, saved = false) =>
  queryOptions({
    queryKey: ["solve", whole, sums],
    queryFn: ({ signal }) =>
      ask(
        api.POST("/api/solve", {
          params: { query: { sums } },
          body: whole!,
          signal,
          headers: sums || saved ? { "X-Jambo-Keep": "yes" } : {},
        }),
      ),
    staleTime: Infinity,
    gcTime: 60_000,
    retry: (count, failure) => count < 3 && failure instanceof ApiProblem && failure.offline,
  });

const QUIET_MS = 500;
const LATE_MS = 150;

/** The opening screen: fields of a stage, the drawing between its tapes, flags, figures and the slip. */
export function OpeningPage() {
  const { openingId } = useParams();
  return <OneOpening key={openingId} id={Number(openingId)} />;
}

function OneOpening({ id }: { id: number }) {
  const early = useRef<Foresee | null>(null);
  const kept = useDraft(id, early);
  const { page, now } = kept;
  const job = page.data?.job.job;
  const shown = useShown(job);
  const catalogue = useCatalogue();
  const navigate = useNavigate();
  const { stage: stageName } = useParams();
  const phone = useMediaQuery("(max-width: 900px)", undefined, { getInitialValueInEffect: false });
  const [slip, setSlip] = useState<string | null>(null);
  const [slabAt, slideSlab] = useState(0);
  const [framed, slideFrame] = useState<number | null>(null);
  const asked = useAsking();

  const whole: Document | null = useMemo(
    () =>
      page.data && now && job
        ? documentOf(
            page.data,
            framed === null ? now : put(now, "opening.setting.slide", `${framed} mm`),
            shown,
            slabAt,
          )
        : null,
    [page.data, now, job, shown, slabAt, framed],
  );
  const solved = useQuery({
    ...solving(whole, slip !== null, kept.state === "saved"),
    enabled: whole !== null,
    placeholderData: keepPreviousData,
  });
  const waits = solved.isPlaceholderData && slip === null;
  const late = useDebouncedValue(waits, LATE_MS)[0] && waits; // a drawing that faded at every key would flicker
  // once nobody types, the sums are fetched too: a slip opens at once, and where there is no network any more
  const [quiet] = useDebouncedValue(whole, QUIET_MS);
  useQuery({ ...solving(quiet, true), enabled: quiet !== null, notifyOnChangeProps: [] });
  const client = useQueryClient();
  useEffect(() => {
    // asked as soon as a fact is changed: the screen is drawn with it while the answer is on its way
    early.current = async (next, trying) => {
      if (!page.data || framed !== null) return undefined;
      const question = solving(documentOf(page.data, next, shown, slabAt), slip !== null);
      if (trying?.known) client.setQueryData(question.queryKey, trying.known);
      return client.query({ ...question, ...(trying && { retry: false }) }).catch(() => undefined);
    };
  }, [client, page.data, framed, shown, slabAt, slip]);

  const usual = solved.data?.usual;
  const meant = useMemo(() => now && meantBy(now, usual ?? {}), [now, usual]);

  const named = solved.data?.stages ?? FIRST_STAGES;
  const every = catalogue.data?.stages;
  const homes = catalogue.data?.homes;
  const stages = useMemo(() => named.flatMap((name) => every?.find((s) => s.name === name) ?? []), [named, every]);
  const wanted = every?.find((s) => s.name === stageName)?.name;
  const stage: StageName =
    stages.find((s) => s.name === wanted)?.name ?? (solved.data ? (stages[0]?.name ?? "door") : (wanted ?? "door"));

  const goStage = useCallback(
    (name: StageName) => void navigate(`/openings/${id}/${name}`, { replace: true }),
    [navigate, id],
  );
  const goTo = useGoTo({ page: page.data, named, homes, goStage });

  useStageKeys(stages, goStage);
  useHotkeys([["Escape", () => setSlip(null)]], ["INPUT", "TEXTAREA", "SELECT"]);
  useTravelKeys(kept.travel);
  useNextStage(stage, stages, goStage);
  useEffect(() => () => light(null), []);

  // a new opening starts at its mark, with what was typed while it came
  const fresh = (useLocation().state as { fresh?: boolean } | null)?.fresh && Boolean(now && catalogue.data);
  const { set } = kept;
  useEffect(() => {
    if (!fresh) return;
    document.querySelector<HTMLElement>('[data-path="opening.mark"]')?.focus();
    const text = caughtTyping();
    if (text) set("opening.mark", text);
    void navigate(".", { replace: true, state: null });
  }, [fresh, navigate, set]);

  const lost = page.isError ? page : catalogue.isError ? catalogue : null;
  if (lost) {
    return (
      <>
        <Bar />
        <main className="page">
          <Problem error={lost.error} retry={() => void lost.refetch()} />
        </main>
      </>
    );
  }
  if (!page.data || !now || !meant || !job || !catalogue.data) {
    return (
      <>
        <Bar />
        <main className="page" aria-busy="true">
          <p className="quiet">Fetching the opening…</p>
        </main>
      </>
    );
  }

  const problem = solved.error instanceof ApiProblem ? solved.error : null;
  const lists = meant.wall.studs === "steel" ? catalogue.data.words_in_steel : catalogue.data.words;
  const words = lists[shown.words] ?? {};
  const work: OpeningWork = {
    page: page.data,
    now,
    meant,
    result: solved.data,
    errors: [...(problem?.errors ?? []), ...kept.errors],
    shown,
    words,
    catalogue: catalogue.data,
    asked,
    set: kept.set,
    ahead: kept.ahead,
    open: setSlip,
    goTo,
    stage,
    slabAt,
    slideSlab,
    framed,
    slideFrame,
    kept: kept.state === "saved",
    solving: solved.isFetching,
    took: kept.took,
  };
  const states = { ...solved.data?.states, ...cardState(page.data, solved.data) };
  const title = [now.opening.mark || "no mark", now.opening.room].filter(Boolean).join(" · ");

  return (
    <OpeningContext value={work}>
      <OpeningBar
        page={page.data}
        title={title}
        sets={Boolean(solved.data?.found.set)}
        travel={kept.travel}
        state={<SaveMark state={kept.state} waits={kept.waits} errors={kept.errors} retry={kept.tryNow} goTo={goTo} />}
      />
      <main>
        <StageRow stages={stages} stage={stage} states={states} go={goStage} />
        <div className={styles.work}>
          <section className={styles.workStage} aria-label="Facts">
            {phone && (
              <>
                <Refusals />
                <FlagsFirst />
              </>
            )}
            <div id="stage-panel" role="tabpanel" aria-labelledby={`tab-${stage}`} className={styles.panel}>
              <WrittenBy may="PUT /api/openings/{opening_id}">
                <StagePanel stage={stage} />
              </WrittenBy>
            </div>
          </section>
          <section className={styles.workSheet} aria-label="Drawing" data-stale={late || undefined}>
            <StageSheet stage={stage} />
          </section>
          <aside className={styles.workSide} aria-label="Flags and figures">
            {slip && solved.data?.figures[slip] && (
              <Slip figure={solved.data.figures[slip]} close={() => setSlip(null)} />
            )}
            {problem?.offline && (
              <p className={styles.offline} role="status">
                The server does not answer; the figures are the last ones it gave.
              </p>
            )}
            {!phone && (
              <>
                <Refusals />
                <Flags />
              </>
            )}
            <Figures />
            <Notes />
          </aside>
        </div>
      </main>
      {kept.conflict && <ConflictDialog conflict={kept.conflict} resolve={kept.resolve} />}
    </OpeningContext>
  );
}
