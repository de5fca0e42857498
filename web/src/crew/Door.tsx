import { Button } from "@mantine/core";
import { useMutation } from "@tanstack/react-query";

import { api, ask, type People } from "../api/client";
import { More } from "../app/More";
import styles from "./CrewPage.module.css";

/** Whether phones reach this machine, and the press that lets them. */
export function Door({ crew, took }: { crew: People; took: (next: People) => void }) {
  const change = useMutation({
    mutationFn: (open: boolean) => ask(open ? api.POST("/api/site") : api.DELETE("/api/site")),
    onSuccess: took,
  });
  const open = crew.addresses.length > 0;
  const leads = crew.people.some((one) => one.role === "lead");
  return (
    <section className={styles.door} data-open={open || undefined} aria-label="Phones">
      {open ? (
        <>
          <p>
            Phones on this network reach Jambo at <b className={styles.address}>{crew.addresses.join(" or ")}</b>
          </p>
          {crew.fingerprint && <Trust fingerprint={crew.fingerprint} />}
        </>
      ) : (
        <p>
          {leads
            ? "No phone reaches this machine yet. Let them in, and pair each one below; nobody else gets in."
            : "Somebody leads first: then phones on this network can be let in, and each is paired with a code."}
        </p>
      )}
      {crew.fingerprint || !open ? (
        <Button
          variant={open ? "default" : "filled"}
          disabled={!leads}
          loading={change.isPending}
          onClick={() => change.mutate(!open)}
        >
          {open ? "Shut phones out" : "Let phones in"}
        </Button>
      ) : null}
      {change.error && (
        <p role="alert" className="error">
          {change.error.message}
        </p>
      )}
    </section>
  );
}

/** How a phone knows that it is this machine. */
function Trust({ fingerprint }: { fingerprint: string }) {
  return (
    <More summary="The phone warns of the certificate?">
      <p>
        It does the first time: this machine made its certificate itself. Hold the SHA-256 the phone shows against this
        one; if they agree, it is this machine, and you may go on.
      </p>
      <p className={styles.fingerprint}>{fingerprint}</p>
      <p>
        A phone that is told to trust <a href="/api/site/authority.pem">this machine’s own authority</a> warns no more,
        and keeps pages for when the network is away. The authority vouches for addresses of a site alone.
      </p>
    </More>
  );
}
