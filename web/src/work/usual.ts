import type { Result } from "../api/client";
import type { Draft } from "./useDraft";
import { at, put } from "./paths";

/** The draft as it is meant: what is usual in the job stands where the opening and its wall say nothing. */
export const meantBy = (draft: Draft, usual: Result["usual"]): Draft =>
  Object.entries(usual).reduce(
    (meant, [path, value]) => ((at(meant, path) ?? null) === null ? put(meant, path, value) : meant),
    draft,
  );
