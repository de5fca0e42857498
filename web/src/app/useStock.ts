import { useQuery } from "@tanstack/react-query";

import { api, ask } from "../api/client";

export const STOCK_KEY = ["stock"];

/** The crew's stock book. */
export const useStock = () =>
  useQuery({ queryKey: STOCK_KEY, queryFn: () => ask(api.GET("/api/stock")), staleTime: 30_000 });
