import "@mantine/core/styles.css";
import "@mantine/notifications/styles.css";
import "@fontsource-variable/archivo/wdth.css";
import "./app/tokens.css";
import "./app/shared.css";

import { MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Outlet, RouterProvider, ScrollRestoration, useLocation } from "react-router";

import { ApiProblem } from "./api/client";
import { Broken } from "./app/Broken";
import { useFocusKept } from "./app/focus";
import { keepPages } from "./app/keptPages";
import { Keys } from "./app/Keys";
import { Lost } from "./app/Lost";
import { ShowProvider } from "./app/show";
import { theme } from "./app/theme";
import { askAgain, PAUSE, Waiting } from "./app/Waiting";
import { JobsPage } from "./board/JobsPage";
import { OnlySigned } from "./crew/OnlySigned";
import { PadProvider } from "./tape/padOut";
import { begin } from "./outbox/outbox";
import { useSender } from "./outbox/usePress";
import { scopeOf, TypedIn } from "./tape/typed";

const pages = () => import("./pages");
const later = (name: keyof Awaited<ReturnType<typeof pages>>) => async () => ({ Component: (await pages())[name] });
const crew = () => import("./crew/crew");
void pages().catch(() => undefined); // whoever goes to one asks again

const router = createBrowserRouter([
  {
    Component: Site,
    HydrateFallback: Fetching,
    children: [
      {
        ErrorBoundary: Broken,
        children: [
          { path: "/", Component: JobsPage },
          { path: "/pair", lazy: async () => ({ Component: (await crew()).PairPage }) },
          { path: "/me", lazy: async () => ({ Component: (await crew()).MePage }) },
          { path: "/crew", lazy: async () => ({ Component: (await crew()).CrewPage }) },
          { path: "/stock", lazy: async () => ({ Component: (await import("./board/StockPage")).StockPage }) },
          { path: "/jobs/:jobId", lazy: later("JobPage") },
          { path: "/jobs/:jobId/next", lazy: later("NextPage") },
          { path: "/jobs/:jobId/walls", lazy: later("WallsPage") },
          { path: "/jobs/:jobId/usual", lazy: later("UsualPage") },
          { path: "/jobs/:jobId/change", lazy: later("FactsPage") },
          { path: "/jobs/:jobId/rules", lazy: later("RulesPage") },
          { path: "/jobs/:jobId/floors", lazy: later("FloorsPage") },
          { path: "/jobs/:jobId/many", lazy: later("ManyPage") },
          { path: "/jobs/:jobId/heads", lazy: later("HeadsPage") },
          { path: "/jobs/:jobId/record", lazy: later("RecordPage") },
          { path: "/jobs/:jobId/photographs", lazy: later("PhotographsPage") },
          { path: "/jobs/:jobId/signed", lazy: later("SignedPage") },
          { path: "/jobs/:jobId/lists", lazy: later("ListsPage") },
          { path: "/jobs/:jobId/cutting", lazy: later("CuttingPage") },
          { path: "/jobs/:jobId/buying", lazy: later("BuyingPage") },
          { path: "/jobs/:jobId/came", lazy: later("CamePage") },
          { path: "/jobs/:jobId/plan", lazy: later("PlanPage") },
          { path: "/jobs/:jobId/trades/:trade", lazy: later("TradePage") },
          { path: "/jobs/:jobId/today", lazy: later("TodayPage") },
          {
            path: "/jobs/:jobId/paper",
            lazy: async () => ({ Component: (await import("./paper/PaperPage")).PaperPage }),
          },
          { path: "/jobs/:jobId/time", lazy: later("TimePage") },
          { path: "/walls/:wallId", lazy: later("WallPage") },
          { path: "/openings/:openingId/print", lazy: later("CutListPage") },
          { path: "/openings/:openingId/card-sheet", lazy: later("CardPage") },
          { path: "/openings/:openingId/setting", lazy: later("SettingPage") },
          { path: "/openings/:openingId/:stage?", lazy: later("OpeningPage") },
          { path: "*", Component: Lost },
        ],
      },
    ],
  },
]);

begin();
keepPages();
const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, failure) => failure instanceof ApiProblem && failure.offline && count < 2,
      refetchOnWindowFocus: true,
      networkMode: "always",
    },
    mutations: { retry: askAgain, retryDelay: PAUSE, networkMode: "always" },
  },
});

/** What stands round every page; what is typed on one is held for it. */
function Site() {
  useFocusKept();
  useSender();
  return (
    <TypedIn scope={scopeOf(useLocation().pathname)}>
      <OnlySigned>
        <Outlet />
      </OnlySigned>
      <ScrollRestoration />
    </TypedIn>
  );
}

function Fetching() {
  return (
    <p className="page quiet" aria-busy="true">
      Fetching the page…
    </p>
  );
}

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <MantineProvider theme={theme} forceColorScheme="light">
      <QueryClientProvider client={queries}>
        <ShowProvider>
          <PadProvider>
            <Notifications position="bottom-center" />
            <Waiting />
            <Keys />
            <RouterProvider router={router} />
          </PadProvider>
        </ShowProvider>
      </QueryClientProvider>
    </MantineProvider>
  </StrictMode>,
);
