import { TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useId, useRef } from "react";

import { ApiProblem, api, ask, told, type Unit } from "../api/client";
import { Pad, PadKey, PadRow } from "../tape/Pad";
import { takePad, usePadUnder } from "../tape/padOut";
import { PadButton } from "../tape/PadButton";
import { useWork } from "../work/context";

/** Over which lengths a level is read, as they are pressed and as they are written. */
const OVER: Record<Unit, { label: string; text: string }[]> = {
  in: [
    { label: "all of it", text: "" },
    { label: "in 2 ft", text: "in 2 ft" },
    { label: "in 4 ft", text: "in 4 ft" },
    { label: "in 6 ft", text: "in 6 ft" },
  ],
  mm: [
    { label: "all of it", text: "" },
    { label: "per m", text: "per m" },
    { label: "in 600", text: "in 600 mm" },
    { label: "in 1200", text: "in 1200 mm" },
    { label: "in 1800", text: "in 1800 mm" },
  ],
};

/** A level's text in its two parts: the drop, and over which length. */
function parts(text: string): { drop: string; over: string } {
  const found = /^(.*?)\s*\b(in\s+\d.*|per\s+.*)$/i.exec(text.trim());
  return found ? { drop: found[1]!.replace(/\s*mm$/, ""), over: found[2]! } : { drop: text.trim(), over: "" };
}

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  error: string | undefined;
}

/** A level's text: a drop, over a length or as an angle; what was heard stands below. Its pad has keys for the length. */
export function LevelField({ label, value, onChange, error }: Props) {
  const { shown } = useWork();
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const padHere = usePadUnder(id, input);
  const heard = useQuery({
    queryKey: ["level", value, shown.unit],
    enabled: value.trim() !== "",
    retry: false,
    queryFn: ({ signal }) =>
      ask(api.GET("/api/level", { params: { query: { text: value, unit: shown.unit } }, signal })),
  });
  const wrong = heard.error instanceof ApiProblem ? heard.error.errors[0] : undefined;
  const problem = error ?? (wrong && told(wrong));
  const { drop, over } = parts(value);
  const write = (nextDrop: string, nextOver: string) => onChange([nextDrop, nextOver].filter(Boolean).join(" "));
  return (
    <div className="length">
      <TextInput
        ref={input}
        label={label}
        value={value}
        autoComplete="off"
        spellCheck={false}
        inputMode={padHere ? "none" : "text"}
        placeholder={shown.unit === "in" ? "1/4 in 4 ft" : "3 mm per m"}
        error={Boolean(problem)}
        aria-describedby={`${id}-heard`}
        onChange={(event) => onChange(event.currentTarget.value)}
        onFocus={() => takePad(id)}
        onClick={() => takePad(id)}
        rightSectionWidth={48}
        rightSectionPointerEvents="none"
        rightSection={<PadButton label={label} out={padHere} field={input} />}
      />
      <p className={problem ? "heard error" : "heard"} id={`${id}-heard`} aria-live="polite">
        {problem ? problem : heard.data ? [heard.data.text, heard.data.per].filter(Boolean).join(" · ") : ""}
      </p>
      {padHere && (
        <Pad unit={shown.unit} text={drop} onText={(text) => write(text, over)} field={input}>
          <PadRow label="Over which length">
            {OVER[shown.unit].map((one) => (
              <PadKey key={one.label} picked={one.text === over} press={() => write(drop, one.text)}>
                {one.label}
              </PadKey>
            ))}
          </PadRow>
        </Pad>
      )}
    </div>
  );
}
