import { useQuery } from "@tanstack/react-query";

import { api, ask } from "../api/client";

/** Rules, words and stock sizes: they do not change while Jambo runs. */
export const useCatalogue = () =>
  useQuery({ queryKey: ["catalogue"], queryFn: () => ask(api.GET("/api/catalogue")), staleTime: Infinity });
