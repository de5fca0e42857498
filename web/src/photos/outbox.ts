import { createStore, del, entries, set } from "idb-keyval";

import { api, ask } from "../api/client";

/** What a photograph is kept with: a reading or a step of an opening, or a line of the record. */
export type Subject = { opening: number; reading: number } | { opening: number; step: string } | { line: number };

/** A photograph on its way: it stays in this browser until the server has it. `id` is the name it is sent under. */
export interface Sending {
  id: string;
  of: Subject;
  picture: Blob;
}

const store = () => createStore("jambo-photographs", "waiting");

export const waiting = async (): Promise<Sending[]> =>
  (await entries<string, Omit<Sending, "id">>(store())).map(([id, one]) => ({ id, ...one }));

export const hold = ({ id, ...one }: Sending) => set(id, one, store());

export const letGo = (id: string) => del(id, store());

/** Send a photograph. Sent twice, because an answer was lost, it is kept once. Rejects with an ApiProblem. */
export function send({ id: once, of, picture }: Sending) {
  const how = {
    // the shape of the API knows bytes as a text; they go out as they are
    body: picture as unknown as string,
    bodySerializer: (body: unknown) => body as Blob,
    headers: { "Content-Type": picture.type },
  };
  return ask(
    "line" in of
      ? api.POST("/api/log/{line_id}/photos", { params: { path: { line_id: of.line }, query: { once } }, ...how })
      : api.POST("/api/openings/{opening_id}/photos", {
          params: {
            path: { opening_id: of.opening },
            query: "step" in of ? { step: of.step, once } : { reading: of.reading, once },
          },
          ...how,
        }),
  );
}
