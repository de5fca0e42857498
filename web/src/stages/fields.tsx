import { NativeSelect, SegmentedControl, TextInput } from "@mantine/core";
import type { KeyboardEvent } from "react";

import { useWork } from "../opening/context";
import { at } from "../opening/paths";
import { walkOn } from "../tape/walk";

const onEnter = (event: KeyboardEvent<HTMLElement>) => {
  if (event.key === "Enter") {
    event.preventDefault();
    walkOn(event.currentTarget, event.shiftKey ? -1 : 1);
  }
};

interface Field {
  path: string;
  label: string;
}

/** A short text of the document. */
export function TextAt({ path, label, most = 80, description }: Field & { most?: number; description?: string }) {
  const { now, set, errors } = useWork();
  const error = errors.find((e) => e.path === path);
  return (
    <TextInput
      label={label}
      description={description}
      data-path={path}
      data-walk
      maxLength={most}
      value={(at(now, path) as string | undefined) ?? ""}
      error={error && `${error.reason}; ${error.accepted}`}
      onChange={(event) => set(path, event.currentTarget.value || undefined)}
      onKeyDown={onEnter}
    />
  );
}

interface Choice<T extends string> extends Field {
  fallback: T;
  data: { value: T; label: string }[];
}

/** One of a few choices, all in view. */
export function PickAt<T extends string>({ path, label, fallback, data }: Choice<T>) {
  const { now, set } = useWork();
  return (
    <div className="pick" data-path={path}>
      <span className="pick-label" aria-hidden="true">
        {label}
      </span>
      <SegmentedControl
        fullWidth
        aria-label={label}
        value={(at(now, path) as string | undefined) ?? fallback}
        onChange={(value) => set(path, value)}
        data={data}
      />
    </div>
  );
}

/** One of several choices, or a whole number, in a list. */
export function SelectAt({ path, label, fallback, data, number }: Field & { fallback: string; data: { value: string; label: string }[]; number?: boolean }) {
  const { now, set } = useWork();
  return (
    <NativeSelect
      label={label}
      data-path={path}
      data-walk
      value={String(at(now, path) ?? fallback)}
      onChange={(event) => set(path, number ? Number(event.currentTarget.value) : event.currentTarget.value)}
      onKeyDown={onEnter}
      data={data}
    />
  );
}
