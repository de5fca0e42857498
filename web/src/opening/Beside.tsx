import { IconChevronLeft, IconChevronRight } from "@tabler/icons-react";
import { Link, useNavigate, useParams } from "react-router";

import type { OpeningPageData } from "../api/client";
import { useBareKeys } from "../app/useBareKeys";
import { useWaits } from "../app/useWaits";
import styles from "./Beside.module.css";

/** The openings before and after this one in the walk, and any other by its name: those of its wall first. */
export function Beside({ of }: { of: OpeningPageData }) {
  const navigate = useNavigate();
  const { stage } = useParams();
  const walk = useWaits(of.job.id).data?.walk ?? [];
  const at = walk.findIndex((one) => one.id === of.id);
  const [before, after] = at < 0 ? [] : [walk[at - 1], walk[at + 1]];
  // where one is in the work stays: who reads the floors of one reads those of the next
  const to = (id: number) => `/openings/${id}${stage ? `/${stage}` : ""}`;
  const go = (id?: number) => () => id !== undefined && void navigate(to(id));
  useBareKeys({ ",": go(before?.id), ".": go(after?.id) });
  if (at < 0) return null;
  const wall = walk.filter((one) => one.wall === of.wall.id);
  const options = (list: typeof walk) =>
    list.map((one) => (
      <option key={one.id} value={one.id}>
        {one.name}
        {one.stopped ? " · stop" : one.lacks ? " · lacks facts" : ""}
      </option>
    ));
  return (
    <>
      {before && (
        <Link to={to(before.id)} aria-label={`Before: ${before.name}`} title="Before (,)">
          <IconChevronLeft size={20} aria-hidden="true" /> {before.name}
        </Link>
      )}
      <select
        className={styles.select}
        aria-label="Go to another opening"
        value={of.id}
        onChange={(event) => go(Number(event.currentTarget.value))()}
      >
        {wall.length > 1 && <optgroup label="On this wall">{options(wall)}</optgroup>}
        <optgroup label={`In walking order: ${at + 1} of ${walk.length}`}>
          {options(wall.length > 1 ? walk.filter((one) => one.wall !== of.wall.id) : walk)}
        </optgroup>
      </select>
      {after && (
        <Link to={to(after.id)} aria-label={`After: ${after.name}`} title="After (.)">
          {after.name} <IconChevronRight size={20} aria-hidden="true" />
        </Link>
      )}
    </>
  );
}
