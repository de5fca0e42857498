import { notifications } from "@mantine/notifications";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";

import { api, ask, type JobPageData, type ListedOpening } from "../api/client";
import { renew } from "../api/renew";
import { press } from "../outbox/outbox";

/** What is done with openings from the board: added, copied, walked earlier or later, taken off and put back. */
export function useBoardActions(data: JobPageData) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const refresh = () => {
    void renew(client, ["job"], ["jobs"]);
  };
  const tell = (failure: Error) => notifications.show({ color: "red", message: failure.message });
  /** Say why, and show how it stands now: what was pressed was meant for what stood there before. */
  const missed = (failure: Error) => {
    tell(failure);
    refresh();
  };
  const add = useMutation({
    mutationFn: (like?: ListedOpening) =>
      press(
        {
          of: { kind: "opening", job: data.id },
          said: like ? `another opening like ${like.mark || "the one without a mark"}` : "a new opening",
          renews: [["job"], ["jobs"]],
        },
        (to) =>
          to.POST("/api/jobs/{job_id}/openings", {
            params: { path: { job_id: data.id } },
            // a new opening never silently joins a wall: what that one carries is not what this one does
            body: like ? { copy_of: like.id } : { wall: {}, opening: {} },
          }),
      ),
    onSuccess: (made) => {
      refresh();
      if (made) void navigate(`/openings/${made.id}/door`, { state: { fresh: true } });
    },
    onError: tell,
  });
  const restore = useMutation({
    mutationFn: ({ id, version }: ListedOpening) =>
      ask(api.PUT("/api/openings/{opening_id}/restore", { params: { path: { opening_id: id } }, body: { version } })),
    onSettled: refresh,
    onError: tell,
  });
  const remove = useMutation({
    mutationFn: (opening: ListedOpening) =>
      ask(
        api.DELETE("/api/openings/{opening_id}", {
          params: { path: { opening_id: opening.id }, query: { version: opening.version } },
        }),
      ),
    onSuccess: (_, opening) => {
      refresh();
      notifications.show({
        message: (
          <span>
            {opening.mark || "The opening"} is off the board; its record stays.{" "}
            <button type="button" className="link" onClick={() => restore.mutate(opening)}>
              Put it back
            </button>
          </span>
        ),
      });
    },
    onError: missed,
  });
  const reorder = useMutation({
    mutationFn: (order: number[]) =>
      ask(
        api.PUT("/api/jobs/{job_id}/order", {
          params: { path: { job_id: data.id } },
          body: { version: data.walk_version, order },
        }),
      ),
    onSuccess: refresh,
    onError: missed,
  });
  const move = (opening: ListedOpening, by: 1 | -1) => {
    const order = data.openings.map((o) => o.id);
    const from = order.indexOf(opening.id);
    const to = from + by;
    if (to < 0 || to >= order.length) return;
    order.splice(to, 0, ...order.splice(from, 1));
    reorder.mutate(order);
  };
  return { add, remove, move };
}

export type BoardActions = ReturnType<typeof useBoardActions>;
