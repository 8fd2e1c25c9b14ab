import { useQueryClient } from "@tanstack/react-query";
import { type ComponentType, lazy, Suspense, useEffect } from "react";
import { Navigate, Route, Routes, useNavigate } from "react-router";
import { follow } from "./api/events";
import { CardsScreen } from "./intake/CardsScreen";
import { LoadsAgain } from "./ledger/LoadsAgain";
import { Nothing } from "./ledger/Nothing";
import { Page } from "./ledger/Page";
import { useFocusKept } from "./ledger/useFocusKept";
import { useKeys } from "./ledger/useKeys";

/** Each screen is fetched when it is opened first; and all of them soon after the first one stands, for the ledger may be away later. */
const SCREENS = {
  "/intake/:card": async () => (await import("./intake/DeskScreen")).DeskScreen,
  "/receipts/:number": async () => (await import("./receipt/ReceiptScreen")).ReceiptScreen,
  "/receipts/:number/sheet": async () => (await import("./receipt/ReceiptSheet")).ReceiptSheet,
  "/clearance/:card": async () => (await import("./clearance/ClearanceScreen")).ClearanceScreen,
  "/find": async () => (await import("./find/FindScreen")).FindScreen,
  "/albums": async () => (await import("./albums/AlbumsScreen")).AlbumsScreen,
  "/albums/:id": async () => (await import("./albums/AlbumScreen")).AlbumScreen,
  "/stores": async () => (await import("./stores/StoresScreen")).StoresScreen,
  "/daybook": async () => (await import("./daybook/DayBookScreen")).DayBookScreen,
  "/stationery": async () => (await import("./stationery/StationeryScreen")).StationeryScreen,
  "/stationery/keywords": async () => (await import("./stationery/KeywordsScreen")).KeywordsScreen,
  "/shoots": async () => (await import("./shoots/ShootsScreen")).ShootsScreen,
  "/look/:lot": async () => (await import("./look/LookScreen")).LookScreen,
  "/shoots/:id/aside": async () => (await import("./aside/AsideScreen")).AsideScreen,
  "/aside": async () => (await import("./aside/AsideShootsScreen")).AsideShootsScreen,
  "/shoots/:id": async () => (await import("./shoots/ShootScreen")).ShootScreen,
};
const LAZY = Object.entries(SCREENS).map(([path, load]: [string, () => Promise<ComponentType>]) => ({
  path,
  Screen: lazy(async () => ({ default: await load() })),
}));
const SOON = 1500;

export function App() {
  useFocusKept();
  const queries = useQueryClient();
  const go = useNavigate();
  useKeys({
    "/": () => {
      const blank = document.getElementById("find");
      if (blank) blank.focus();
      else void go("/find");
    },
  });
  useEffect(() => follow(queries), [queries]);
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const load of Object.values(SCREENS)) load().catch(() => undefined); // it is fetched when it is opened
    }, SOON);
    return () => {
      clearTimeout(timer);
    };
  }, []);
  return (
    <LoadsAgain>
      <Suspense fallback={<Page title="Velvet Ledger">{null}</Page>}>
        <Routes>
          <Route path="/" element={<Navigate to="/intake" replace />} />
          <Route path="/intake" element={<CardsScreen />} />
          {LAZY.map(({ path, Screen }) => (
            <Route key={path} path={path} element={<Screen />} />
          ))}
          <Route
            path="*"
            element={
              <Page title="No such page">
                <Nothing heading="No such page">There is nothing at this address. The tabs above lead back.</Nothing>
              </Page>
            }
          />
        </Routes>
      </Suspense>
    </LoadsAgain>
  );
}
