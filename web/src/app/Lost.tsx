import { Link } from "react-router";

import { Bar } from "./Bar";

/** Nothing lives at this address. */
export function Lost() {
  return (
    <>
      <Bar />
      <main className="page">
        <h1>Nothing here</h1>
        <p>
          This address leads nowhere. <Link to="/">Back to the jobs</Link>.
        </p>
      </main>
    </>
  );
}
