import { ActionIcon, Button, FileButton, Modal } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconCamera } from "@tabler/icons-react";
import { type QueryKey, useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";

import { api, ask, type KeptPhoto } from "../api/client";
import { renew } from "../api/renew";
import { type Of, press } from "../outbox/outbox";
import { useWaiting } from "../outbox/usePress";
import styles from "./Photos.module.css";
import { scaled } from "./scale";

/** What a photograph is kept with: a reading or a step of an opening, or a line of the record. */
type Subject = { opening: number; reading: number } | { opening: number; step: string } | { line: number };
const asPressed = (of: Subject): Of => ({ kind: "photograph", ...of });

interface Props {
  /** What is photographed, in words: "bow of the left stud". */
  label: string;
  photos: KeptPhoto[];
  /** What a new one is kept with, where one is taken. */
  of?: Subject;
}

interface CameraProps {
  label: string;
  of: Subject;
  /** Beside a field it is left out of the way from field to field; the field's own key P presses it. */
  byKey?: boolean;
}

/** Presses the camera beside what has the focus. */
export const pressCamera = (beside: Element | null) => beside?.querySelector<HTMLElement>("[data-camera]")?.click();

/** The camera: takes a photograph, or one that was taken before. */
export function Camera({ label, of, byKey = false }: CameraProps) {
  const client = useQueryClient();
  const again = useRef<() => void>(null);
  const add = async (file: Blob) => {
    again.current?.(); // or the same picture could not be chosen once more
    try {
      const picture = await scaled(file);
      const key = "line" in of ? ["log"] : ["opening", of.opening];
      if (await send(picture, of, label, key)) await renew(client, key);
    } catch (failure) {
      const why = failure instanceof Error ? failure.message : String(failure);
      notifications.show({ color: "red", message: `The photograph was not kept: ${why}` });
    }
  };
  return (
    <FileButton accept="image/*" resetRef={again} onChange={(file) => file && void add(file)}>
      {(props) => (
        <ActionIcon
          {...props}
          data-camera
          tabIndex={byKey ? -1 : undefined}
          variant="subtle"
          color="dark"
          size={44}
          aria-label={`Photograph ${label}`}
          title={byKey ? "Photograph (P)" : undefined}
        >
          <IconCamera size={22} />
        </ActionIcon>
      )}
    </FileButton>
  );
}

function send(picture: Blob, of: Subject, label: string, key: QueryKey) {
  const how = {
    // the shape of the API knows bytes as a text; they go out as they are
    body: picture as unknown as string,
    bodySerializer: (body: unknown) => body as Blob,
    headers: { "Content-Type": picture.type },
  };
  return press({ of: asPressed(of), said: `photograph of ${label}`, renews: [key] }, (to) =>
    "line" in of
      ? to.POST("/api/log/{line_id}/photos", { params: { path: { line_id: of.line } }, ...how })
      : to.POST("/api/openings/{opening_id}/photos", {
          params: {
            path: { opening_id: of.opening },
            query: "step" in of ? { step: of.step } : { reading: of.reading },
          },
          ...how,
        }),
  );
}

const taken = (photo: KeptPhoto) =>
  [photo.who, new Date(photo.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })]
    .filter(Boolean)
    .join(" · ");

/** The photographs kept with one thing, shown small, and those on their way; pressing one shows it large. */
export function Photos({ label, photos, of }: Props) {
  const waiting = useWaiting(of ? asPressed(of) : { kind: "" });
  const [large, show] = useState<KeptPhoto | null>(null);
  const onWay = waiting.all.length;
  if (photos.length === 0 && onWay === 0) return null;
  return (
    <div className={styles.photos}>
      {photos.map((photo, n) => (
        <button key={photo.id} type="button" className={styles.small} onClick={() => show(photo)}>
          <img
            src={`/api/photos/${photo.id}?small=true`}
            alt={`Photograph ${photos.length > 1 ? `${n + 1} ` : ""}of ${label}`}
          />
        </button>
      ))}
      {onWay > 0 && (
        <span className={styles.onWay} role="status">
          {onWay === 1 ? "1 photograph is on its way" : `${onWay} photographs are on their way`}
        </span>
      )}
      <Modal
        opened={large !== null}
        onClose={() => show(null)}
        title={label.charAt(0).toUpperCase() + label.slice(1)}
        size="xl"
        centered
      >
        {large && <Large photo={large} label={label} close={() => show(null)} />}
      </Modal>
    </div>
  );
}

function Large({ photo, label, close }: { photo: KeptPhoto; label: string; close: () => void }) {
  const client = useQueryClient();
  const [sure, setSure] = useState(false);
  const takeOut = useMutation({
    mutationFn: (erase: boolean) =>
      ask(api.DELETE("/api/photos/{photo_id}", { params: { path: { photo_id: photo.id }, query: { erase } } })),
    onSuccess: async () => {
      await renew(client, ["opening"], ["log"]);
      close();
    },
  });
  return (
    <div className={styles.large}>
      <img src={`/api/photos/${photo.id}`} alt={`Photograph of ${label}`} />
      <div className={styles.foot}>
        <p>{taken(photo)}</p>
        <Button variant="default" loading={takeOut.isPending} onClick={() => takeOut.mutate(false)}>
          Take it out
        </Button>
        {sure ? (
          <Button color="red" loading={takeOut.isPending} onClick={() => takeOut.mutate(true)}>
            Erase it: it cannot be brought back
          </Button>
        ) : (
          <Button variant="subtle" color="dark" onClick={() => setSure(true)}>
            Erase it for good…
          </Button>
        )}
      </div>
      {takeOut.isError && (
        <p role="alert" className="error">
          {takeOut.error.message}
        </p>
      )}
    </div>
  );
}
