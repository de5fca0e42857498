import { useQuery } from "@tanstack/react-query";

import { api, ask } from "../api/client";
import { useShown } from "../app/show";
import { useCatalogue } from "../app/useCatalogue";
import { documentOf } from "../work/document";

/** What a printed page needs: the opening as kept, solved in the units and words shown. */
export function useSolved(id: number) {
  const catalogue = useCatalogue(); // which figures lead: no page is printed without them
  const page = useQuery({
    queryKey: ["opening", id],
    queryFn: () => ask(api.GET("/api/openings/{opening_id}", { params: { path: { opening_id: id } } })),
  });
  const job = page.data?.job.job;
  const shown = useShown(job);
  const solved = useQuery({
    queryKey: [
      "print",
      id,
      page.data?.version,
      page.data?.wall.version,
      page.data?.readings.length,
      page.data?.cuts.length,
      shown,
    ],
    enabled: page.isSuccess,
    queryFn: () =>
      ask(
        api.POST("/api/solve", {
          body: documentOf(page.data!, { wall: page.data!.wall.wall, opening: page.data!.opening }, shown),
        }),
      ),
  });
  const failing = [page, catalogue, solved].filter((each) => each.isError);
  const failed = failing[0] && {
    error: failing[0].error,
    retry: () => failing.forEach((each) => void each.refetch()),
  };
  return { page, job, failed, solved: catalogue.data && solved.data };
}
