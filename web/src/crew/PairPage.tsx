import { useEffect, useState } from "react";
import { useLocation, useNavigate } from "react-router";

import { Bar } from "../app/Bar";
import { useMe } from "../app/useMe";
import { SignIn } from "./SignIn";
import styles from "./SignIn.module.css";

/** Where a phone that is pointed at a picture comes to; the code stands behind the #, and goes from the address at once. */
export function PairPage() {
  const navigate = useNavigate();
  const me = useMe();
  const { hash, pathname } = useLocation();
  const [code] = useState(hash.slice(1));
  useEffect(() => {
    if (hash) void navigate(pathname, { replace: true });
  }, [hash, navigate, pathname]);
  return (
    <>
      <Bar trail={<h1>Sign in</h1>} />
      <main className={`page ${styles.page}`}>
        {me?.signed && (
          <p role="status">
            {me.name} is signed in here. A code signs somebody else in, in {me.name}’s place.
          </p>
        )}
        {me?.role === null && <p>Jambo keeps this crew’s openings. It lets in whom their lead lets in.</p>}
        <SignIn code={code} done={() => void (pathname === "/pair" && navigate("/", { replace: true }))} />
      </main>
    </>
  );
}
