import { notifications } from "@mantine/notifications";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";

import { ApiProblem, api, ask, type FieldError, type JobPageData, type Rules } from "../api/client";
import { renew } from "../api/renew";
import { useShow } from "../app/show";
import { useHeld } from "../tape/typed";
import { same } from "../work/paths";

export type Level = "job" | "crew";

interface Kept {
  job: JobPageData | undefined;
  crew: { version: number; rules: Rules } | undefined;
}

/** What is changed of a level: null takes a rule out. */
type Changed = Record<string, string | null>;

const withChanges = (kept: Rules, changed: Changed): Rules =>
  Object.fromEntries(Object.entries({ ...kept, ...changed }).filter(([, value]) => value !== null));

/** House rules as they are being changed: what differs is held in this browser, tried on the job's openings, and put on top of what stands
 * there when somebody says so: what others changed meanwhile stays. */
export function useRuleDraft(id: number, level: Level, kept: Rules, of: Kept) {
  const client = useQueryClient();
  const show = useShow();
  const query = { unit: show.unit ?? undefined, words: show.words ?? undefined };
  const [drafts, setDrafts] = useHeld<Partial<Record<Level, Changed>>>("changed rules", {});
  const changed = drafts[level] ?? {};
  const rules = withChanges(kept, changed);
  const open = Object.keys(changed).length > 0 && !same(rules, kept);
  const tried = useQuery({
    queryKey: ["job", id, "rules", "try", level, rules, query],
    queryFn: ({ signal }) =>
      ask(
        api.POST("/api/jobs/{job_id}/rules/try", {
          params: { path: { job_id: id }, query },
          body: { level, rules },
          signal,
        }),
      ),
    enabled: open,
    placeholderData: keepPreviousData,
    retry: (count, failure) => count < 2 && failure instanceof ApiProblem && failure.offline,
  });
  const save = useMutation({
    mutationFn: ({ rules: sent }: { rules: Rules; changed: Changed }): Promise<unknown> =>
      level === "job"
        ? ask(
            api.PUT("/api/jobs/{job_id}", {
              params: { path: { job_id: id } },
              body: { version: of.job!.version, job: { ...of.job!.job, rules: sent } },
            }),
          )
        : ask(
            api.PUT("/api/crew-rules/{unit}", {
              params: { path: { unit: of.job!.job.unit ?? "in" } },
              body: { version: of.crew!.version, rules: sent },
            }),
          ),
    onSuccess: async (_, sent) => {
      client.removeQueries({ queryKey: ["opening"] });
      await renew(client, ["job"], ["crew-rules"], ["wall"]);
      // what was changed while it was being kept stays
      setDrafts((now) => ({
        ...now,
        [level]: Object.fromEntries(
          Object.entries(now[level] ?? {}).filter(([name, value]) => sent.changed[name] !== value),
        ),
      }));
    },
    onError: async (failure) => {
      const since = failure instanceof ApiProblem && failure.conflict;
      const message = since
        ? "Somebody changed these since. What you chose is still here; look at it again and keep it."
        : failure.message;
      notifications.show({ color: "red", message });
      await renew(client, ["job", id], ["crew-rules"]);
    },
  });
  const errors: FieldError[] = open && tried.error instanceof ApiProblem ? tried.error.errors : [];
  const say = (name: string, value: string | undefined) =>
    setDrafts((now) => ({ ...now, [level]: { ...now[level], [name]: value ?? null } }));
  const drop = () => setDrafts((now) => ({ ...now, [level]: {} }));
  const keep = () => save.mutate({ rules, changed });
  return { rules, open, tried, save, errors, say, keep, drop };
}
