import { TextInput } from "@mantine/core";
import { type ReactNode, useEffect, useRef, useState } from "react";

import { useCatalogue } from "./useCatalogue";

interface Props {
  label: string;
  type?: "date" | "datetime-local";
  value: string;
  say: (value: string | null) => void;
  /** Each day said is one more of a list: the field is empty again once it was taken. */
  adds?: boolean;
  error?: ReactNode;
}

/** A day, or a moment. The browser gives no value while only half of one stands there: what is being typed stays until it is
 * left, and a year nobody can mean is told and not taken. */
export function DayField({ label, type = "date", value, say, adds, error }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState("");
  const { first_year: first = 0, last_year: last = 9999 } = useCatalogue().data ?? {};
  const at = (year: number, day: string, time: string) =>
    `${String(year).padStart(4, "0")}-${day}${type === "date" ? "" : `T${time}`}`;
  const kept = type === "date" ? value : value.slice(0, 16);
  useEffect(() => {
    const of = field.current;
    if (of && document.activeElement !== of && !of.validity.badInput && !wrong) of.value = kept;
  }, [kept, wrong]);
  const cannotBe = (text: string) => {
    const year = Number(text.slice(0, text.indexOf("-")));
    return text && (year < first || year > last) ? `${first} to ${last}: the year ${year} cannot be meant` : "";
  };
  return (
    <TextInput
      ref={field}
      label={label}
      type={type}
      defaultValue={kept}
      min={at(first, "01-01", "00:00")}
      max={at(last, "12-31", "23:59")}
      error={wrong || error}
      onChange={(e) => {
        const text = e.currentTarget.value;
        if (!text || cannotBe(text)) return; // not all of it stands there yet
        setWrong("");
        say(text);
        if (adds) e.currentTarget.value = "";
      }}
      onBlur={(e) => {
        const { value: text, validity } = e.currentTarget;
        const problem = validity.badInput ? "not a whole day yet" : cannotBe(text);
        setWrong(problem && kept ? `${problem}; ${kept.replace("T", ", ")} still counts` : problem);
        if (!text && !problem && kept) say(null);
      }}
    />
  );
}
