import { Modal } from "@mantine/core";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { useLocation } from "react-router";

import { useMe, useSignedOut } from "../app/useMe";

const PairPage = lazy(async () => ({ default: (await import("./crew")).PairPage }));
const SignIn = lazy(async () => ({ default: (await import("./crew")).SignIn }));

/** The pages, for whoever is signed in. Somebody who is signed out under a page signs in over it: what they typed stays where it is. */
export function OnlySigned({ children }: { children: ReactNode }) {
  useSignedOut();
  const me = useMe();
  const [inside, setInside] = useState(false);
  const pairing = useLocation().pathname === "/pair";
  const out = me?.role === null;
  if (!out && !inside) setInside(true);
  if (out && !inside)
    return (
      <Suspense>
        <PairPage />
      </Suspense>
    );
  return (
    <>
      {children}
      <Modal opened={out && !pairing} onClose={() => undefined} withCloseButton={false} title="Sign in again" centered>
        <p>You are signed in here no more. What you typed is kept in this browser, and saved once you are back in.</p>
        <Suspense>
          <SignIn done={() => undefined} />
        </Suspense>
      </Modal>
    </>
  );
}
