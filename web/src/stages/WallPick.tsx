import { NativeSelect } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";

import { api, ask } from "../api/client";
import { renew } from "../app/renew";
import { useWork } from "../work/context";

/** Which wall of the job the opening stands in; its place is measured from that wall's ends then. */
export function WallPick() {
  const { page, kept } = useWork();
  const client = useQueryClient();
  const move = useMutation({
    mutationFn: (wall: number) =>
      ask(
        api.PUT("/api/openings/{opening_id}/wall", {
          params: { path: { opening_id: page.id } },
          body: { version: page.version, wall_id: wall },
        }),
      ),
    onSuccess: (next) => {
      client.setQueryData(["opening", page.id], next);
      void renew(client, ["job"], ["wall"]);
    },
    onError: (failure) => notifications.show({ color: "red", message: failure.message }),
  });
  return (
    <>
      {page.walls.length > 1 && (
        <NativeSelect
          label="It stands in"
          disabled={!kept || move.isPending}
          value={String(page.wall.id)}
          onChange={(event) => move.mutate(Number(event.currentTarget.value))}
          data={page.walls.map((w) => ({ value: String(w.id), label: w.name || `wall ${w.id} without a name` }))}
        />
      )}
      <p>
        <Link to={`/walls/${page.wall.id}`}>The whole wall with its other openings</Link>
      </p>
    </>
  );
}
