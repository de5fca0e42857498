import { useLocalStorage } from "@mantine/hooks";

/** Whose name goes into the record from this browser: "" while nobody has said. */
export const useWho = () => useLocalStorage({ key: "jambo.who", defaultValue: "", getInitialValueInEffect: false });
