import type { Person } from "../api/client";

/** What each role is called, and what whoever has it does. */
export const ROLES: Record<Person["role"], { label: string; does: string }> = {
  lead: { label: "lead", does: "A lead says who belongs here, opens jobs, orders, and sets the crew’s house rules." },
  hand: { label: "hand", does: "A hand does the work of every job: reads, cuts, sets, ticks, takes in what comes." },
  looker: {
    label: "looker-on",
    does: "A looker-on sees the jobs you share with them, changes nothing, and sees no prices.",
  },
};

export const roleOptions = (Object.keys(ROLES) as Person["role"][]).map((value) => ({
  value,
  label: ROLES[value].label,
}));

/** The people of the crew, as they are fetched. */
export const CREW = ["crew"];
