import "./board.css";

import { SegmentedControl } from "@mantine/core";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useLocation, useParams } from "react-router";

import { ApiProblem, api, ask, type Catalogue, type FieldError, type Job, type LengthText, type Rules, told } from "../api/client";
import { Bar } from "../app/Bar";
import { Problem } from "../app/Problem";
import { renew } from "../app/renew";
import { useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { LengthField } from "../tape/LengthField";

type Level = "job" | "crew";

const GROUPS: { title: string; names: string[] }[] = [
  { title: "Gaps around the leaf", names: ["hinge_gap", "strike_gap", "meeting_gap", "head_gap", "floor_gap", "paint_gap"] },
  {
    title: "Rough opening",
    names: ["side_shim", "head_shim", "add_width", "add_height", "least_side_play", "most_side_play", "stud_lean", "lean_margin"],
  },
  { title: "Frame", names: ["leg_thickness", "depth_over_wall", "kit_gap", "trench_depth", "horn", "rabbet_depth", "rip_planing", "stop_thickness"] },
  { title: "Outside and steel frames", names: ["sill_gap", "weather_gap", "seal", "steel_add_width", "steel_add_height", "steel_sheet", "steel_throat_over", "steel_foot_screw"] },
  {
    title: "Pocket doors",
    names: [
      "pocket_width_add", "pocket_set_above", "pocket_head_stack", "pocket_min_head", "pocket_track_short", "pocket_rail_short", "pocket_bumper",
      "pocket_hanger_drop", "pocket_hanger_edge", "pocket_jamb_gap", "pocket_head_lap", "split_stud", "split_space", "split_leaf", "finish_fixing_keep",
      "bumper_height", "foot_plate", "concrete_embed",
    ],
  },
  {
    title: "Face sliders",
    names: [
      "side_overlap", "top_overlap", "open_clearance", "hole_above_slab", "hanger_edge", "wheel_radius", "stop_length", "track_half", "lift_on", "track_offset",
      "track_spacer", "standoff_clear", "track_hole_first", "track_hole_spacing", "hole_on_stud", "hole_apart", "fix_every", "fix_end", "wood_embed",
      "guide_length", "guide_thickness", "guide_height", "groove_play", "groove_extra", "groove_pass", "pull_height",
    ],
  },
  { title: "Cutting into a standing wall", names: ["king_filler", "service_clear"] },
  { title: "Bypass leaves", names: ["bypass_overlap", "bypass_track", "bypass_between"] },
  { title: "Setting the frame", names: ["plumb_tolerance", "shim_tip", "shim_butt", "shim_length", "squeeze", "straight", "latch_station", "foot_station", "lean_split", "casing_hides"] },
  { title: "Hanging and checking", names: ["floor_gap_least", "leaf_trim_most", "gap_tolerance", "move_most"] },
  { title: "Casing", names: ["setback", "casing_overhang", "casing_cover"] },
  { title: "Wall", names: ["plate_thickness", "stud_thickness", "stud_depth", "stud_spacing", "layout_offset", "knob_room"] },
  { title: "Hinges and latch", names: ["hinge_top", "hinge_bottom", "hinge_length", "long_screw", "screw_embed", "latch"] },
];

/** House rules of a job and of the crew: what is settled, and the default that counts otherwise. */
export function RulesPage() {
  const id = Number(useParams().jobId);
  const [level, setLevel] = useState<Level>("job");
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
  const [saving, setSaving] = useState<"saved" | "saving" | "failed">("saved");
  const sent = useMutation({ mutationFn: (send: () => Promise<unknown>) => send() });
  const [errors, setErrors] = useState<FieldError[]>([]);

  // One save at a time, each on the version the one before it made: keys come faster than answers.
  const queue = useRef(Promise.resolve());
  const keep = (name: string, value: string | undefined) => {
    setSaving("saving");
    queue.current = queue.current.then(() => saveRule(name, value));
  };
  const saveRule = async (name: string, value: string | undefined) => {
    const kept = client.getQueryData<typeof job.data>(jobKey);
    const crewKept = client.getQueryData<typeof crew.data>(crewKey);
    if (!kept || !crewKept) return;
    const change = (rules: Rules): Rules => {
      const next: Record<string, unknown> = { ...rules };
      if (value === undefined) delete next[name];
      else next[name] = value;
      return next;
    };
    try {
      if (level === "job") {
        const body = { version: kept.version, job: { ...kept.job, rules: change(kept.job.rules ?? {}) } };
        const answer = await sent.mutateAsync(() => ask(api.PUT("/api/jobs/{job_id}", { params: { path: { job_id: id } }, body })));
        client.setQueryData(jobKey, { ...kept, ...(answer as object) });
      } else {
        const body = { version: crewKept.version, rules: change(crewKept.rules) };
        client.setQueryData(crewKey, await sent.mutateAsync(() => ask(api.PUT("/api/crew-rules/{unit}", { params: { path: { unit } }, body }))));
      }
      void renew(client, ["opening"]);
      setErrors([]);
      setSaving("saved");
    } catch (failure) {
      if (!(failure instanceof ApiProblem)) throw failure;
      setErrors(failure.errors.length ? failure.errors : [{ path: "", reason: failure.message, accepted: "" }]);
      setSaving("failed");
      await Promise.all([job.refetch(), crew.refetch()]);
    }
  };

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
      >
        <span className="save" data-state={saving === "failed" ? "refused" : saving} role="status">
          {{ saved: "Saved", saving: "Saving…", failed: "Not saved" }[saving]}
        </span>
      </Bar>
      <main className="page rules">
        {failed && <Problem error={failed.error} retry={() => void failed.refetch()} />}
        {job.data && crew.data && catalogue.data && (
          <>
            <div className="rules-head">
              <SegmentedControl
                aria-label="Whose rules"
                value={level}
                onChange={(v) => setLevel(v as Level)}
                data={[
                  { value: "job", label: "This job" },
                  { value: "crew", label: unit === "in" ? "The crew, in inches" : "The crew, in millimetres" },
                ]}
              />
              <p className="quiet">
                Nearest wins: an opening’s own rule, then the job’s, then the crew’s, then the default shown in grey.
              </p>
            </div>
            {errors.filter((e) => !e.path.includes("rules.")).map((e) => (
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
    if (hash) document.querySelector<HTMLElement>(`[data-path="rules.${level}.${CSS.escape(hash.slice(1))}"] input`)?.focus();
  }, [hash, level]);
  const settled = (rules: Rules, name: string) => (rules as Record<string, LengthText>)[name];
  const fallback = (name: string) => {
    const crew = settled(above, name);
    return crew ? { text: String(crew), by: "settled by the crew" } : { text: catalogue.rules[name]!.default[habit]!, by: "default" };
  };
  return (
    <div className="rule-groups">
      {GROUPS.map((group) => (
        <section key={group.title}>
          <h2>{group.title}</h2>
          {group.names.map((name) => (
            <LengthField
              key={name}
              label={catalogue.rules[name]!.label[shown.words] ?? name}
              kind={catalogue.rules[name]!.kind}
              path={`rules.${level}.${name}`}
              unit={shown.unit}
              value={settled(own, name)}
              fallback={fallback(name)}
              error={errors.find((e) => e.path === `rules.${level}.${name}`)}
              onChange={(value) => keep(name, value)}
            />
          ))}
        </section>
      ))}
    </div>
  );
}
