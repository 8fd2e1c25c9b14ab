import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { Refused } from "./api/client";
import "./styles.css";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (failures, error) => !(error instanceof Refused) && failures < 2,
      retryDelay: 700,
      refetchOnWindowFocus: true,
      staleTime: 500,
    },
  },
});

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
