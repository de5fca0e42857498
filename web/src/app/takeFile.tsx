import { Button } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import type { MouseEvent } from "react";

import { ApiProblem, ask, sendAs, who } from "../api/client";

const SOON = 800; // ms: what comes sooner is not announced
export const BROKE_OFF = "It broke off on its way. Ask for it again.";

/** Have the browser keep a file that is here, under a name. */
export function keepFile(file: Blob, called: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = called;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

async function take(href: string, name: string) {
  const own = new AbortController();
  const late = setTimeout(
    () =>
      notifications.show({
        id: href,
        loading: true,
        autoClose: false,
        withCloseButton: false,
        title: `${name} is being made`,
        message: (
          <Button variant="default" onClick={() => own.abort()}>
            Stop
          </Button>
        ),
      }),
    SOON,
  );
  try {
    const answer = await sendAs(who(), new Request(href, { signal: own.signal }));
    if (!answer.ok) await ask(answer.json().then((error: unknown) => ({ error, response: answer })));
    const [, called = "jambo"] =
      /filename\*=UTF-8''([^;]+)/.exec(answer.headers.get("content-disposition") ?? "") ?? [];
    keepFile(await answer.blob(), decodeURIComponent(called));
  } catch (failure) {
    const told = failure instanceof ApiProblem ? failure.message : BROKE_OFF;
    if (!own.signal.aborted) notifications.show({ color: "red", message: told });
  } finally {
    clearTimeout(late);
    notifications.hide(href);
  }
}

/** A link to a file: where making it takes a while a line says so, and stops it; what is refused is told here. */
export const taken = (href: string, name: string) => ({
  href,
  onClick: (event: MouseEvent) => {
    event.preventDefault();
    void take(href, name);
  },
});
