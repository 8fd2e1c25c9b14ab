import { Navigate, Route, Routes } from "react-router";
import { ClearanceScreen } from "./clearance/ClearanceScreen";
import { DayBookScreen } from "./daybook/DayBookScreen";
import { CardsScreen } from "./intake/CardsScreen";
import { DeskScreen } from "./intake/DeskScreen";
import { Nothing } from "./ledger/Nothing";
import { Page } from "./ledger/Page";
import { ReceiptSheet } from "./receipt/ReceiptSheet";
import { ReceiptScreen } from "./receipt/ReceiptScreen";
import { ShootScreen } from "./shoots/ShootScreen";
import { ShootsScreen } from "./shoots/ShootsScreen";
import { StoresScreen } from "./stores/StoresScreen";
import { KeywordsScreen } from "./stationery/KeywordsScreen";
import { StationeryScreen } from "./stationery/StationeryScreen";

export function App() {
  return (
    <Routes>
      <Route path="/" element={<Navigate to="/intake" replace />} />
      <Route path="/intake" element={<CardsScreen />} />
      <Route path="/intake/:card" element={<DeskScreen />} />
      <Route path="/receipts/:number" element={<ReceiptScreen />} />
      <Route path="/receipts/:number/sheet" element={<ReceiptSheet />} />
      <Route path="/clearance/:card" element={<ClearanceScreen />} />
      <Route path="/stores" element={<StoresScreen />} />
      <Route path="/daybook" element={<DayBookScreen />} />
      <Route path="/stationery" element={<StationeryScreen />} />
      <Route path="/stationery/keywords" element={<KeywordsScreen />} />
      <Route path="/shoots" element={<ShootsScreen />} />
      <Route path="/shoots/:id" element={<ShootScreen />} />
      <Route
        path="*"
        element={
          <Page title="No such page">
            <Nothing heading="No such page">There is nothing at this address. The tabs above lead back.</Nothing>
          </Page>
        }
      />
    </Routes>
  );
}
