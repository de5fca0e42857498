import "@mantine/core/styles.css";
import "@mantine/notifications/styles.css";
import "@fontsource-variable/archivo/wdth.css";
import "./app/tokens.css";
import "./app/shared.css";

import { MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, type ReactNode, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes, useLocation } from "react-router";

import { ApiProblem } from "./api/client";
import { useFocusKept } from "./app/focus";
import { Keys } from "./app/Keys";
import { Lost } from "./app/Lost";
import { ShowProvider } from "./app/show";
import { theme } from "./app/theme";
import { askAgain, PAUSE, Waiting } from "./app/Waiting";
import { JobPage } from "./board/JobPage";
import { JobsPage } from "./board/JobsPage";
import { PadProvider } from "./tape/padOut";
import { begin } from "./outbox/outbox";
import { useSender } from "./outbox/usePress";
import { scopeOf, TypedIn } from "./tape/typed";

// The pages behind the first one come when they are wanted, or as soon as nothing else is to do: a phone that loses the house's
// network keeps all of them.
const LATER = {
  FloorsPage: () => import("./board/FloorsPage").then((m) => ({ default: m.FloorsPage })),
  HeadsPage: () => import("./board/HeadsPage").then((m) => ({ default: m.HeadsPage })),
  ManyPage: () => import("./lines/ManyPage").then((m) => ({ default: m.ManyPage })),
  LogPage: () => import("./board/LogPage").then((m) => ({ default: m.LogPage })),
  UsualPage: () => import("./usual/UsualPage").then((m) => ({ default: m.UsualPage })),
  FactsPage: () => import("./usual/FactsPage").then((m) => ({ default: m.FactsPage })),
  RulesPage: () => import("./board/RulesPage").then((m) => ({ default: m.RulesPage })),
  StockPage: () => import("./board/StockPage").then((m) => ({ default: m.StockPage })),
  WallPage: () => import("./board/WallPage").then((m) => ({ default: m.WallPage })),
  OpeningPage: () => import("./opening/OpeningPage").then((m) => ({ default: m.OpeningPage })),
  PlanPage: () => import("./plan/PlanPage").then((m) => ({ default: m.PlanPage })),
  TradePage: () => import("./plan/TradePage").then((m) => ({ default: m.TradePage })),
  TodayPage: () => import("./plan/TodayPage").then((m) => ({ default: m.TodayPage })),
  TimePage: () => import("./timing/TimePage").then((m) => ({ default: m.TimePage })),
  CamePage: () => import("./buying/CamePage").then((m) => ({ default: m.CamePage })),
  BuyingPage: () => import("./buying/BuyingPage").then((m) => ({ default: m.BuyingPage })),
  CuttingPage: () => import("./cutting/CuttingPage").then((m) => ({ default: m.CuttingPage })),
  CutListPage: () => import("./print/CutListPage").then((m) => ({ default: m.CutListPage })),
  CardPage: () => import("./print/CardPage").then((m) => ({ default: m.CardPage })),
  ListsPage: () => import("./print/ListsPage").then((m) => ({ default: m.ListsPage })),
  SettingPage: () => import("./print/SettingPage").then((m) => ({ default: m.SettingPage })),
};
const FloorsPage = lazy(LATER.FloorsPage);
const HeadsPage = lazy(LATER.HeadsPage);
const ManyPage = lazy(LATER.ManyPage);
const LogPage = lazy(LATER.LogPage);
const UsualPage = lazy(LATER.UsualPage);
const FactsPage = lazy(LATER.FactsPage);
const RulesPage = lazy(LATER.RulesPage);
const StockPage = lazy(LATER.StockPage);
const WallPage = lazy(LATER.WallPage);
const OpeningPage = lazy(LATER.OpeningPage);
const BuyingPage = lazy(LATER.BuyingPage);
const CamePage = lazy(LATER.CamePage);
const TradePage = lazy(LATER.TradePage);
const TodayPage = lazy(LATER.TodayPage);
const TimePage = lazy(LATER.TimePage);
const PlanPage = lazy(LATER.PlanPage);
const CuttingPage = lazy(LATER.CuttingPage);
const CutListPage = lazy(LATER.CutListPage);
const CardPage = lazy(LATER.CardPage);
const ListsPage = lazy(LATER.ListsPage);
const SettingPage = lazy(LATER.SettingPage);
const fetchRest = () => Object.values(LATER).forEach((load) => void load().catch(() => undefined));
if ("requestIdleCallback" in window) requestIdleCallback(fetchRest);
else setTimeout(fetchRest, 1000);

begin();
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

function FocusKept() {
  useFocusKept();
  return null;
}

function Sender() {
  useSender();
  return null;
}

function TypedHere({ children }: { children: ReactNode }) {
  return <TypedIn scope={scopeOf(useLocation().pathname)}>{children}</TypedIn>;
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
            <FocusKept />
            <Sender />
            <BrowserRouter>
              <Suspense
                fallback={
                  <p className="page quiet" aria-busy="true">
                    Fetching the page…
                  </p>
                }
              >
                <TypedHere>
                  <Routes>
                    <Route path="/" element={<JobsPage />} />
                    <Route path="/stock" element={<StockPage />} />
                    <Route path="/jobs/:jobId" element={<JobPage />} />
                    <Route path="/jobs/:jobId/usual" element={<UsualPage />} />
                    <Route path="/jobs/:jobId/change" element={<FactsPage />} />
                    <Route path="/jobs/:jobId/rules" element={<RulesPage />} />
                    <Route path="/openings/:openingId/print" element={<CutListPage />} />
                    <Route path="/walls/:wallId" element={<WallPage />} />
                    <Route path="/jobs/:jobId/floors" element={<FloorsPage />} />
                    <Route path="/jobs/:jobId/many" element={<ManyPage />} />
                    <Route path="/jobs/:jobId/heads" element={<HeadsPage />} />
                    <Route path="/jobs/:jobId/record" element={<LogPage />} />
                    <Route path="/jobs/:jobId/lists" element={<ListsPage />} />
                    <Route path="/jobs/:jobId/cutting" element={<CuttingPage />} />
                    <Route path="/jobs/:jobId/buying" element={<BuyingPage />} />
                    <Route path="/jobs/:jobId/came" element={<CamePage />} />
                    <Route path="/jobs/:jobId/plan" element={<PlanPage />} />
                    <Route path="/jobs/:jobId/trades/:trade" element={<TradePage />} />
                    <Route path="/jobs/:jobId/today" element={<TodayPage />} />
                    <Route path="/jobs/:jobId/time" element={<TimePage />} />
                    <Route path="/openings/:openingId/card-sheet" element={<CardPage />} />
                    <Route path="/openings/:openingId/setting" element={<SettingPage />} />
                    <Route path="/openings/:openingId/:stage?" element={<OpeningPage />} />
                    <Route path="*" element={<Lost />} />
                  </Routes>
                </TypedHere>
              </Suspense>
            </BrowserRouter>
          </PadProvider>
        </ShowProvider>
      </QueryClientProvider>
    </MantineProvider>
  </StrictMode>,
);
