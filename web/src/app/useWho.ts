import { useLocalStorage } from "@mantine/hooks";

import { useMe } from "./useMe";

/** Whose name goes into the record from this browser, "" while nobody has said; whoever is signed in is named as they are, and cannot be anybody else. */
export function useWho() {
  const me = useMe();
  const [said, say] = useLocalStorage({ key: "jambo.who", defaultValue: "", getInitialValueInEffect: false });
  return [me?.signed ? me.name : said, say, me?.signed ?? false] as const;
}
