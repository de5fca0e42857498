const AGAIN_MS = 700;

/** What there is comes at once; while a better one is being looked for it is asked for again. */
export const untilFound = (query: { state: { data?: { searching: boolean } } }) =>
  query.state.data?.searching ? AGAIN_MS : false;
