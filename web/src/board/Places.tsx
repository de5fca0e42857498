import { Button, Switch } from "@mantine/core";
import clsx from "clsx";

import type { Opening, WallLayout, WallPageData } from "../api/client";
import { within } from "../api/words";
import { useShow } from "../app/show";
import { Digits } from "../tape/Digits";
import { type Told, Typed } from "./Typed";
import styles from "./Places.module.css";

interface Props {
  data: WallPageData;
  chosen: number | null;
  busy: boolean;
  keep: (opening: number, change: Partial<Opening>, told?: Told) => void;
}

type Place = WallLayout["places"][number]["places"][number];

const many = (n: number, one: string) => (n === 1 ? `1 ${one}` : `${n} ${one}s`);

/** What a place costs, in the words of the work. */
function told(place: Place): string {
  const cuts = place.cut === 0 ? "Cuts no stud" : `Cuts ${many(place.cut, "stud")}`;
  const kings =
    place.kings === 0
      ? "no standing stud serves as king"
      : `${many(place.kings, "standing stud")} ${place.kings === 1 ? "serves" : "serve"} as king`;
  const moves = place.moves.length ? [`to be moved: ${place.moves.join(", ")}`] : [];
  const stuck = place.stuck.length ? [`in the way for good: ${place.stuck.join(", ")}`] : [];
  return `${[cuts, kings, ...moves, ...stuck].join("; ")}.`;
}

/** Where a new hole is cut into a standing wall: the range that was agreed, and the places in it, best first. */
export function Places({ data, chosen, busy, keep }: Props) {
  const show = useShow();
  const unit = show.unit ?? data.job.job.unit ?? "in";
  const kept =
    data.openings.find((o) => o.id === chosen) ??
    data.openings.find((o) => o.id === data.layout.openings[0]?.id) ??
    data.openings[0];
  if (!kept) return null;
  const name = kept.opening.mark || `no. ${kept.id}`;
  const asked = kept.opening.cut_in ?? {};
  const found = data.layout.places.find((p) => p.id === kept.id);
  const set = (facts: Partial<typeof asked>, told?: Told) => keep(kept.id, { cut_in: { ...asked, ...facts } }, told);
  const field = (label: string, key: "least" | "most" | "wanted") => (
    <Typed
      key={`${kept.id} ${key}`}
      label={label}
      unit={unit}
      value={asked[key]}
      path={`openings[${kept.id}].cut_in.${key}`}
      keep={(value, told) => set({ [key]: value }, told)}
    />
  );
  return (
    <section className={styles.places} aria-label={`Where to cut ${name} in`}>
      <h2>Where to cut {name} in</h2>
      <Switch
        label="A new hole is cut into this standing wall"
        checked={asked.asked ?? false}
        onChange={(e) => set({ asked: e.currentTarget.checked })}
      />
      {asked.asked && (
        <>
          <div className={styles.placesRange}>
            {field("Left edge from", "least")}
            {field("Right edge up to", "most")}
            {field("Centre wanted at", "wanted")}
          </div>
          {found && !found.free && (
            <p className="quiet">
              Say where the studs were found, and settle the leaf and its frame: then the places are searched.
            </p>
          )}
          {found?.free && found.places.length === 0 && (
            <p role="alert" className="error">
              No place in this range takes the hole with its framing. Agree a wider range, or a narrower door.
            </p>
          )}
          <ol className={styles.placeList}>
            {found?.places.map((p, n) => (
              <li key={p.centre.text} className={clsx(n === 0 && styles.best)}>
                <p className={styles.placeAt}>
                  <Digits of={p.centre} />
                  <span>
                    {n === 0 ? "best place" : p.off.mm === 0 ? "as wanted" : `${p.off.text} off what is wanted`}
                  </span>
                </p>
                <p>
                  {told(p)}{" "}
                  {n > 0 && p.reasons.length > 0 && (
                    <span className="quiet">Against the best: {p.reasons.map(within).join(", ")}.</span>
                  )}
                </p>
                {p.here ? (
                  <p className={styles.here}>It stands here.</p>
                ) : (
                  <Button
                    variant={n === 0 ? "filled" : "default"}
                    disabled={busy}
                    aria-label={`Cut it in here, at ${p.centre.text}`}
                    onClick={() =>
                      keep(kept.id, {
                        position: {
                          ...kept.opening.position,
                          measured_from: "left",
                          to: "centre",
                          distance: p.centre.exact,
                        },
                      })
                    }
                  >
                    Cut it in here
                  </Button>
                )}
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  );
}
