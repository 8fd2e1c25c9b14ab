import { Navigate, Route, Routes } from "react-router";
import { CardsScreen } from "./intake/CardsScreen";
import { DeskScreen } from "./intake/DeskScreen";
import { Nothing } from "./ledger/Nothing";
import { Page } from "./ledger/Page";
import { ReceiptScreen } from "./receipt/ReceiptScreen";
import { ShootScreen } from "./shoots/ShootScreen";
import { ShootsScreen } from "./shoots/ShootsScreen";
import { StationeryScreen } from "./stationery/StationeryScreen";

export function App() {
  return (
    <Routes>
      <Route path="/" element={<Navigate to="/intake" replace />} />
      <Route path="/intake" element={<CardsScreen />} />
      <Route path="/intake/:card" element={<DeskScreen />} />
      <Route path="/receipts/:number" element={<ReceiptScreen />} />
      <Route path="/stationery" element={<StationeryScreen />} />
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
