import { TextInput } from "@mantine/core";
import { type KeyboardEvent, type ReactNode, useId, useLayoutEffect, useRef, useState } from "react";

import { Pad } from "./Pad";
import { PadButton } from "./PadButton";
import { takePad, usePad, usePadUnder } from "./padOut";
import { type TypedLength, useLengthText } from "./useLengthText";
import { useOwnForm } from "./useOwnForm";
import { walkOn } from "./walk";
import { Where } from "./Where";
import styles from "./LengthField.module.css";

interface Props extends TypedLength {
  label: string;
  /** What counts while the field is empty, and who says so. */
  fallback?: { text: string; by: string };
  /** The digits it will begin with, for a key of the pad. */
  starts?: string;
  /** A picture of where it lies. */
  where?: (() => ReactNode) | undefined;
  /** How it stands to `against`, in words: of "1/4 in less". */
  than?: (by: string) => string;
}

/** The one field for a length: any tape notation in, what was heard below, Enter goes on, arrows step one mark. */
export function LengthField(props: Props) {
  const { label, kind, path, unit, fallback, where } = props;
  const id = useId();
  const [form, ownForm] = useOwnForm();
  const input = useRef<HTMLInputElement>(null);
  const [shown, show] = useState(false);
  const { put: putPad } = usePad();
  const padHere = usePadUnder(id, input);
  const field = useLengthText(props);
  const { text, typed, heard, problem, which } = field;
  const keys = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") {
      event.preventDefault();
      walkOn(event.currentTarget, event.shiftKey ? -1 : 1);
    } else if ((event.key === "ArrowUp" || event.key === "ArrowDown") && !event.altKey) {
      event.preventDefault();
      if (text) field.stepped(text, event.key === "ArrowUp" ? 1 : -1);
    } else if (event.key === "?" && where) {
      event.preventDefault();
      show(!shown);
    } else if (event.key === "Escape" && shown) {
      show(false);
    } else if (event.key === "Escape" && padHere) {
      putPad(false);
    }
  };

  // what stands in the field was taken whole when it got the focus; when another text comes into it meanwhile, that is taken too
  useLayoutEffect(() => {
    if (!typed && input.current === document.activeElement) input.current?.select();
  }, [text, typed]);
  return (
    <div className="length" data-path={path} data-kind={kind}>
      <TextInput
        id={id}
        form={form}
        ref={input}
        label={label}
        value={text}
        placeholder={fallback?.text.replace(new RegExp(` ${unit}$`), "")}
        inputMode={padHere ? "none" : "text"}
        enterKeyHint="next" // a form of one field would have a phone offer to send it
        autoComplete="off"
        spellCheck={false}
        data-walk
        data-long={text.length > 6 || undefined}
        error={problem !== null}
        aria-describedby={`${id}-heard`}
        onChange={(event) => field.type(event.currentTarget.value)}
        onKeyDown={keys}
        onFocus={(event) => {
          event.currentTarget.select();
          takePad(id);
        }}
        onClick={() => takePad(id)}
        onBlur={field.leave}
        rightSectionWidth={72}
        rightSectionPointerEvents="none"
        rightSection={
          <span className={styles.lengthSide}>
            <span className="unit">{/\s(in|mm)$/.test(text) ? "" : unit}</span>
            <PadButton label={label} out={padHere} field={input} />
          </span>
        }
      />
      {/* what is wrong stands where what was heard would: a line more would move the button one is about to press */}
      <p className={problem ? "heard error" : "heard"} id={`${id}-heard`} aria-live="polite">
        {problem ? (
          problem
        ) : heard ? (
          <>
            {field.fresh && heard.reading !== heard.length.text ? `${heard.reading} = ` : ""}
            {heard.length.text}
            {heard.length.moved ? ` ${heard.length.moved}` : ""} · {heard.length.also}
            {heard.against && <strong> · {props.than!(heard.against)}</strong>}
          </>
        ) : fallback && !text ? (
          fallback.by
        ) : null}
      </p>
      {which && (
        <div className={styles.asks} role="group" aria-label={`Which ${label}?`}>
          <span>Which one is it?</span>
          <button type="button" onClick={() => field.choose(which.one.canonical)}>
            {which.one.length.text}
          </button>
          <button type="button" onClick={() => field.choose(which.other)}>
            {which.one.also}
          </button>
        </div>
      )}
      {where && <Where label={label} open={shown} put={show} picture={where} />}
      {ownForm}
      {padHere && <Pad unit={unit} text={text} onText={field.type} field={input} starts={props.starts} />}
    </div>
  );
}
