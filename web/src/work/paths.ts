/** Reading and writing a document by a path such as "opening.door.leaves[0].width". */

type Tree = Record<string, unknown> | unknown[];

const parts = (path: string): (string | number)[] =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part));

export function at(root: unknown, path: string): unknown {
  return parts(path).reduce<unknown>(
    (node, part) => (node as Record<string | number, unknown> | null | undefined)?.[part],
    root,
  );
}

/** A copy of `root` with the value at `path`; undefined takes the key out. Parts that are not there yet are made. */
export function put<T>(root: T, path: string, value: unknown): T {
  const change = (node: unknown, rest: (string | number)[]): unknown => {
    const [part, ...deeper] = rest;
    if (part === undefined) return value;
    const copy: Tree = Array.isArray(node)
      ? [...(node as unknown[])]
      : typeof part === "number"
        ? []
        : { ...(node as object) };
    const slot = copy as Record<string | number, unknown>;
    const next = change(slot[part], deeper);
    if (next === undefined && !Array.isArray(copy)) Reflect.deleteProperty(slot, part);
    else slot[part] = next;
    return copy;
  };
  return change(root, parts(path)) as T;
}

export const same = (a: unknown, b: unknown) => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

const isTree = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What tells a place goes together: the distance of one mark is none of another's. */
const PLACE = ["measured_from", "to", "distance"];

/** `onto` with what changed from `before` to `after` changed in it too. */
export function carried(onto: unknown, before: unknown, after: unknown): unknown {
  if (same(before, after)) return onto;
  if (
    Array.isArray(before) &&
    Array.isArray(after) &&
    Array.isArray(onto) &&
    before.length === after.length &&
    onto.length === after.length
  ) {
    return onto.map((one: unknown, i) => carried(one, before[i], after[i]));
  }
  if (!isTree(before) || !isTree(after)) return after;
  const made: Record<string, unknown> = isTree(onto) ? { ...onto } : {};
  const moved = PLACE.some((key) => !same(before[key], after[key]));
  for (const key of new Set([...Object.keys(before), ...Object.keys(after), ...(moved ? PLACE : [])])) {
    const next = moved && PLACE.includes(key) ? after[key] : carried(made[key], before[key], after[key]);
    if (next === undefined) Reflect.deleteProperty(made, key);
    else made[key] = next;
  }
  return made;
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value && typeof value === "object") {
    return Object.fromEntries(
      Object.entries(value)
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([k, v]) => [k, sorted(v)]),
    );
  }
  return value;
}
