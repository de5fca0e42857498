import { NativeSelect } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { api, ask } from "../api/client";
import { renew } from "../api/renew";
import styles from "./WallPick.module.css";
import { useWork } from "../work/context";
import { listed, wallOf } from "../work/walls";

const NEW = "new";

/** Which wall of the job the opening stands in; its place is measured from that wall's ends then. */
export function WallPick() {
  const { page, kept } = useWork();
  const client = useQueryClient();
  const move = useMutation({
    mutationFn: async (wall: string) => {
      const made = { params: { path: { job_id: page.job.id } }, body: {} };
      const wall_id = wall === NEW ? (await ask(api.POST("/api/jobs/{job_id}/walls", made))).id : Number(wall);
      return ask(
        api.PUT("/api/openings/{opening_id}/wall", {
          params: { path: { opening_id: page.id } },
          body: { version: page.version, wall_id },
        }),
      );
    },
    onSuccess: (next) => {
      client.setQueryData(["opening", page.id], next);
      void renew(client, ["job"], ["wall"]);
    },
    onError: (failure) => notifications.show({ color: "red", message: failure.message }),
  });
  const own = page.opening.mark || `no. ${page.id}`;
  const others = (page.walls.find((w) => w.id === page.wall.id)?.holds ?? []).filter((mark) => mark !== own);
  return (
    <>
      <NativeSelect
        label="It stands in"
        disabled={!kept || move.isPending}
        value={String(page.wall.id)}
        onChange={(event) => move.mutate(event.currentTarget.value)}
        data={[
          ...page.walls.map((w) => ({ value: String(w.id), label: w.name || wallOf(w.holds) })),
          { value: NEW, label: "a new wall" },
        ]}
      />
      {others.length > 0 && (
        <p className={styles.sharedWith}>
          {listed(others)} {others.length === 1 ? "stands" : "stand"} in this wall too: what is changed of the wall
          changes for
          {others.length === 1 ? " it" : " them"}.
        </p>
      )}
      <p>
        <Link to={`/walls/${page.wall.id}`}>The whole wall with its other openings</Link>
      </p>
    </>
  );
}
