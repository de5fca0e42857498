import { useQuery } from "@tanstack/react-query";

import { api, ask, type Catalogue } from "../api/client";

/** Rules, words and stock sizes: they do not change while Jambo runs. */
export const useCatalogue = () =>
  useQuery({ queryKey: ["catalogue"], queryFn: () => ask(api.GET("/api/catalogue")), staleTime: Infinity });

/** The figures that lead a cut list and a set sheet, and those along a track. */
export const useLeads = (): Partial<Catalogue["leads"]> => useCatalogue().data?.leads ?? {};
