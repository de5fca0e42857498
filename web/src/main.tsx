import "@mantine/core/styles.css";
import "@mantine/notifications/styles.css";
import "@fontsource-variable/archivo/wdth.css";
import "./app/app.css";

import { MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";

import { ApiProblem } from "./api/client";
import { Lost } from "./app/Lost";
import { ShowProvider } from "./app/show";
import { theme } from "./app/theme";
import { askAgain, PAUSE, Waiting } from "./app/Waiting";
import { FloorsPage } from "./board/FloorsPage";
import { HeadsPage } from "./board/HeadsPage";
import { JobPage } from "./board/JobPage";
import { JobsPage } from "./board/JobsPage";
import { LogPage } from "./board/LogPage";
import { RulesPage } from "./board/RulesPage";
import { StockPage } from "./board/StockPage";
import { WallPage } from "./board/WallPage";
import { OpeningPage } from "./opening/OpeningPage";
import { CutListPage } from "./print/CutListPage";
import { CardPage } from "./print/CardPage";
import { ListsPage } from "./print/ListsPage";
import { SettingPage } from "./print/SettingPage";

const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, failure) => failure instanceof ApiProblem && failure.offline && count < 2, refetchOnWindowFocus: true, networkMode: "always" },
    mutations: { retry: askAgain, retryDelay: PAUSE, networkMode: "always" },
  },
});

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <MantineProvider theme={theme} forceColorScheme="light">
      <QueryClientProvider client={queries}>
        <ShowProvider>
          <Notifications position="bottom-center" />
          <Waiting />
          <BrowserRouter>
            <Routes>
              <Route path="/" element={<JobsPage />} />
              <Route path="/stock" element={<StockPage />} />
              <Route path="/jobs/:jobId" element={<JobPage />} />
              <Route path="/jobs/:jobId/rules" element={<RulesPage />} />
              <Route path="/openings/:openingId/print" element={<CutListPage />} />
              <Route path="/walls/:wallId" element={<WallPage />} />
              <Route path="/jobs/:jobId/floors" element={<FloorsPage />} />
              <Route path="/jobs/:jobId/heads" element={<HeadsPage />} />
              <Route path="/jobs/:jobId/record" element={<LogPage />} />
              <Route path="/jobs/:jobId/lists" element={<ListsPage />} />
              <Route path="/openings/:openingId/card-sheet" element={<CardPage />} />
              <Route path="/openings/:openingId/setting" element={<SettingPage />} />
              <Route path="/openings/:openingId/:stage?" element={<OpeningPage />} />
              <Route path="*" element={<Lost />} />
            </Routes>
          </BrowserRouter>
        </ShowProvider>
      </QueryClientProvider>
    </MantineProvider>
  </StrictMode>,
);
