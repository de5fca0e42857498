import { ActionIcon, Checkbox, NativeSelect, TextInput } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconTrash } from "@tabler/icons-react";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "react-router";

import { ApiProblem, api, ask, type FactValue, type ListedOpening, type Opening, type Wall } from "../api/client";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { offerBack } from "../app/offerBack";
import { Problem } from "../app/Problem";
import { renew } from "../api/renew";
import { useInAddress } from "../app/useInAddress";
import { WithFractions } from "../tape/Digits";
import { useHeld } from "../tape/typed";
import { capital } from "../api/words";
import { put } from "../work/paths";
import { Changes } from "./Changes";
import { FactField, factLabel, type FactAround } from "./FactField";
import { useJobFacts } from "./useJobFacts";
import styles from "./FactsPage.module.css";

/** A fact to give them; `asUsual` takes away what they say themselves. */
interface Given {
  path: string;
  value?: FactValue;
  asUsual?: boolean;
}

interface Chosen {
  openings: number[];
  facts: Given[];
}

const NOTHING: Chosen = { openings: [], facts: [] };
const PARTS: Record<string, string> = {
  wall: "wall",
  header: "{header}",
  floors: "floors",
  frame: "frame",
  casing: "{casing}",
  leaf: "{leaf}",
  hardware: "hinges, latch and lock",
};

/** One fact changed for many openings: seen with what it does to each, kept as one step, taken back as one. */
export function FactsPage() {
  const id = Number(useParams().jobId);
  const client = useQueryClient();
  const [chosen, setChosen] = useHeld<Chosen>("many-facts", NOTHING);
  const said = chosen.facts.filter((f) => f.asUsual || (f.value ?? null) !== null);
  const alone = said.reduce<{ wall: Wall; opening: Opening }>((doc, f) => put(doc, f.path, f.value), {
    wall: {},
    opening: {},
  });
  const { page, query, around, failed } = useJobFacts(id, alone);
  const openings = page.data?.openings ?? [];
  const there = openings.filter((o) => chosen.openings.includes(o.id));
  const change = Object.fromEntries(said.map((f) => [f.path, f.asUsual ? null : f.value!]));
  const ready = there.length > 0 && said.length > 0;
  const tried = useQuery({
    queryKey: ["job", id, "facts", "try", chosen, page.dataUpdatedAt, query],
    queryFn: ({ signal }) =>
      ask(
        api.POST("/api/jobs/{job_id}/facts/try", {
          params: { path: { job_id: id }, query },
          body: { openings: there.map((o) => o.id), change },
          signal,
        }),
      ),
    enabled: ready,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const stale = async () => {
    client.removeQueries({ queryKey: ["opening"] });
    await renew(client, ["job"], ["jobs"], ["wall"]);
  };
  const tell = (failure: Error) => {
    const other = failure instanceof ApiProblem && failure.conflict;
    notifications.show({
      color: "red",
      message: other
        ? "Someone changed one of these openings since: nothing was changed. Look again."
        : failure.message,
    });
    void page.refetch();
  };
  const back = useMutation({
    mutationFn: (step: { openings: { id: number; version: number }[]; walls: { id: number; version: number }[] }) =>
      ask(api.POST("/api/jobs/{job_id}/facts/undo", { params: { path: { job_id: id } }, body: step })),
    onSuccess: async () => {
      await stale();
      notifications.show({ message: "Taken back: every one of them is as it was." });
    },
    onError: tell,
  });
  const save = useMutation({
    mutationFn: () =>
      ask(
        api.PUT("/api/jobs/{job_id}/facts", {
          params: { path: { job_id: id }, query },
          body: { openings: there.map(({ id, version }) => ({ id, version })), change },
        }),
      ),
    onSuccess: async ({ step }) => {
      setChosen(null);
      await stale();
      if (step.openings.length + step.walls.length === 0)
        notifications.show({ message: "They were so already: nothing changed." });
      else offerBack("facts-kept", "Changed, as one step.", () => back.mutate(step), 20_000);
    },
    onError: tell,
  });
  return (
    <>
      <JobBar id={id} job={page.data?.job} title="Change many" />
      <main className={`${styles.factsPage} page`}>
        {failed && <Problem error={failed.error} retry={() => void failed.refetch()} />}
        {page.isPending && (
          <p className="quiet" aria-busy="true">
            Fetching the openings…
          </p>
        )}
        {page.data?.openings.length === 0 && (
          <Empty like="lines">
            No opening yet. Say the first on <Link to={`/jobs/${id}`}>Openings</Link>; what several share is changed
            here, in one step.
          </Empty>
        )}
        {page.data && page.data.openings.length > 0 && around && (
          <>
            <div className={styles.asks}>
              <Facts
                around={around}
                job={id}
                facts={chosen.facts}
                set={(next) => setChosen((now) => ({ ...now, facts: next(now.facts) }))}
              />
              <Openings
                openings={openings}
                chosen={chosen.openings}
                set={(next) => setChosen((now) => ({ ...now, openings: next }))}
              />
            </div>
            <section className={styles.says} aria-label="What changes">
              {ready ? (
                <Changes
                  what={there.length === 1 ? "Change 1 opening" : `Change ${there.length} openings`}
                  still="Nothing of theirs moves"
                  changes={tried.data}
                  failure={tried.error}
                  busy={tried.isFetching || save.isPending || around.errors.length > 0}
                  keep={() => save.mutate()}
                  back={() => setChosen(null)}
                />
              ) : (
                <>
                  <h2>Before and after stand here</h2>
                  <p className="quiet">
                    {said.length === 0
                      ? "Say what is to change: a depth, a finish, a floor, a width."
                      : "Choose the openings it is to change."}{" "}
                    Nothing is changed until you keep it, and one press takes it back.
                  </p>
                </>
              )}
            </section>
          </>
        )}
      </main>
    </>
  );
}

interface FactsProps {
  around: FactAround;
  job: number;
  facts: Given[];
  set: (next: (now: Given[]) => Given[]) => void;
}

function Facts({ around, job, facts, set }: FactsProps) {
  const paths = Object.entries(around.catalogue.usual).filter(
    ([path]) => !facts.some((f) => f.path === path) && !path.endsWith(".name"),
  );
  const by = facts.find((f) => f.path === "wall.height_by")?.value as string | undefined;
  const words = around.catalogue.words[around.shown.words] ?? {};
  const groups = Object.entries(PARTS).map(([part, title]) => ({
    group: capital(title.replace(/\{(\w+)\}/, (_, word: string) => words[word] ?? word)),
    items: paths
      .filter(([, inJob]) => inJob.startsWith(`usual.${part}.`))
      .map(([path]) => ({ value: path, label: factLabel(path, around, by) })),
  }));
  groups.push({
    group: "Load and place",
    items: around.catalogue.of_many
      .filter((path) => !facts.some((f) => f.path === path))
      .map((path) => ({ value: path, label: factLabel(path, around, by) })),
  });
  const put = (path: string, next: Partial<Given>) =>
    set((now) => now.map((f) => (f.path === path ? { ...f, ...next } : f)));
  return (
    <section aria-label="What is to change">
      <h2>What is to change</h2>
      {facts.map((f) => (
        <div key={f.path} className={styles.fact}>
          {f.asUsual ? (
            <p>
              {factLabel(f.path, around, by)}: <Link to={`/jobs/${job}/usual`}>as is usual here</Link>
            </p>
          ) : (
            <FactField
              {...around}
              path={f.path}
              value={f.value}
              set={(value) => put(f.path, { value: value as FactValue })}
              none="not chosen yet"
              heightBy={by}
            />
          )}
          {f.path in around.catalogue.usual && (
            <Checkbox
              label="As usual here"
              checked={f.asUsual ?? false}
              onChange={(event) => put(f.path, { asUsual: event.currentTarget.checked })}
            />
          )}
          <ActionIcon
            variant="subtle"
            color="dark"
            size={44}
            aria-label={`Leave ${factLabel(f.path, around, by)} as it is`}
            onClick={() => set((now) => now.filter((one) => one.path !== f.path))}
          >
            <IconTrash size={20} />
          </ActionIcon>
        </div>
      ))}
      <NativeSelect
        label={facts.length ? "And" : "Change"}
        data-walk
        value=""
        data={[{ value: "", label: "Choose a fact…" }, ...groups.filter((g) => g.items.length)]}
        onChange={(event) => {
          const path = event.currentTarget.value;
          if (!path) return;
          set((now) => [...now, { path }]);
          requestAnimationFrame(() =>
            document
              .querySelector<HTMLElement>(
                `[data-path="${CSS.escape(path)}"] input, select[data-path="${CSS.escape(path)}"]`,
              )
              ?.focus(),
          );
        }}
      />
    </section>
  );
}

interface OpeningsProps {
  openings: ListedOpening[];
  chosen: number[];
  set: (chosen: number[]) => void;
}

function Openings({ openings, chosen, set }: OpeningsProps) {
  const [find, setFind] = useInAddress("find", "");
  const wanted = find.toLowerCase().trim();
  const seen = openings.filter((o) =>
    `${o.mark} ${o.room} ${o.brief.leaf ?? ""} ${o.brief.silhouette?.kind.replace("_", " ") ?? ""}`
      .toLowerCase()
      .includes(wanted),
  );
  const all = seen.length > 0 && seen.every((o) => chosen.includes(o.id));
  const others = chosen.filter((id) => !seen.some((o) => o.id === id));
  return (
    <section aria-label="For which openings">
      <h2>
        For which openings <span className="quiet">{chosen.length} chosen</span>
      </h2>
      <TextInput
        aria-label="Find openings"
        type="search"
        placeholder="Find: mark, room, size, kind"
        value={find}
        onChange={(event) => setFind(event.currentTarget.value)}
      />
      <Checkbox
        label={wanted ? `All ${seen.length} found` : `All ${seen.length}`}
        checked={all}
        onChange={() => set(all ? others : [...others, ...seen.map((o) => o.id)])}
      />
      <ul className={styles.openings}>
        {seen.map((o) => (
          <li key={o.id}>
            <Checkbox
              checked={chosen.includes(o.id)}
              onChange={(event) =>
                set(event.currentTarget.checked ? [...chosen, o.id] : chosen.filter((id) => id !== o.id))
              }
              label={
                <span className={styles.opening}>
                  <strong>{o.mark || `no. ${o.id}`}</strong>
                  <span>{o.room}</span>
                  <span>
                    <WithFractions text={o.brief.leaf ?? "no leaf yet"} />
                  </span>
                </span>
              }
            />
          </li>
        ))}
      </ul>
      {seen.length === 0 && <p className="empty">No opening matches “{find}”.</p>}
    </section>
  );
}
