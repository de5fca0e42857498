import { useQuery, useQueryClient } from "@tanstack/react-query";
import clsx from "clsx";
import { type ReactNode, useEffect, useLayoutEffect, useRef } from "react";
import { Link, useLocation, useNavigate } from "react-router";

import { PLACES, type Place, pageAt, placeOf, THE_JOB } from "./places";
import { useLive } from "./live";
import { useBareKeys } from "./useBareKeys";
import { useMay, useMe } from "./useMe";
import { planAsked, useWaits } from "./useWaits";
import { useShow } from "./show";
import styles from "./JobNav.module.css";

/** The five places of a job, at the same spot on each of its pages, with the pages of the one that is open: on a phone the places
 * stand at its foot. */
export function JobNav({ id, opening, children }: { id: number; opening?: number; children?: ReactNode }) {
  const navigate = useNavigate();
  const [here, page] = placeOf(useLocation().pathname);
  const row = useRef<HTMLElement>(null);
  // on a phone the row of pages is wider than the screen: the page one is on is seen
  useLayoutEffect(() => {
    const shown = row.current?.querySelector("[aria-current]");
    if (!shown) return;
    const past = shown.getBoundingClientRect().right - row.current!.getBoundingClientRect().right;
    if (past > 0) row.current!.scrollLeft += past + 24;
  }, [page]);
  const me = useMe();
  const mine = ({ pages }: Place) => pages.filter((one) => me === undefined || me.may.includes(one.reads));
  useLive(id, opening);
  const waits = useWaits(id).data;
  const late = useNotReady(id, useMay("GET /api/jobs/{job_id}/plan") && Boolean(waits?.crew));
  const places = [...PLACES, THE_JOB].filter((place) => mine(place).length > 0);
  const go = (place: Place) => () => void navigate(pageAt(id, mine(place)[0]!));
  useBareKeys(Object.fromEntries(places.map((place) => [place.letter, go(place)])));
  const link = (place: Place) => {
    const [count, what] = (waits && place.waits?.(waits, late)) ?? [0, ""];
    return (
      <Link
        key={place.name}
        to={pageAt(id, mine(place)[0]!)}
        className={clsx(styles.place, place === THE_JOB && styles.job)}
        aria-current={place === here ? "true" : undefined}
        title={`${place.name} (${place.letter})${count ? `: ${count} ${what}` : ""}`}
      >
        <place.icon size={20} aria-hidden="true" />
        <span>{place.name}</span>
        {count > 0 && (
          <b>
            {count}
            <span className="sr"> {what}</span>
          </b>
        )}
      </Link>
    );
  };
  return (
    <div className={styles.nav}>
      <nav className={styles.places} aria-label="Places of the job">
        {places.filter((place) => place !== THE_JOB).map(link)}
      </nav>
      <nav ref={row} className={styles.pages} aria-label={children ? "Beside" : here.name}>
        {children ??
          (mine(here).length > 1 &&
            mine(here).map((one) => (
              <Link key={one.at} to={pageAt(id, one)} aria-current={one === page ? "page" : undefined}>
                {one.name}
              </Link>
            )))}
      </nav>
      <nav className={styles.settings} aria-label="Settings">
        {places.includes(THE_JOB) && link(THE_JOB)}
      </nav>
    </div>
  );
}

/** How many openings will not be ready when another trade comes, by the plan as this browser knows it: it is asked for once on each
 * page, not at every change. */
function useNotReady(id: number, crew: boolean) {
  const client = useQueryClient();
  const { unit, words } = useShow();
  const asked = planAsked(id, unit, words);
  const plan = useQuery({ ...asked, enabled: false }).data;
  useEffect(() => {
    if (crew) client.query({ ...planAsked(id, unit, words), retry: false }).catch(() => undefined);
  }, [client, crew, id, unit, words]);
  return crew ? new Set(plan?.deadlines.flatMap((one) => one.late)).size : 0;
}
