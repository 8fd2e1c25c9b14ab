import { Component, type ReactNode } from "react";
import { TextButton } from "./Field";
import { Nothing } from "./Nothing";

/** Where a part of the pages cannot be fetched, because the ledger is away or was renewed since, it says so and loads them anew at a word. */
export class LoadsAgain extends Component<{ children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError(): { failed: boolean } {
    return { failed: true };
  }

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    return (
      <Nothing heading="This page could not be shown">
        The ledger does not answer, or was renewed since this page was opened. Nothing was lost.{" "}
        <TextButton
          onClick={() => {
            window.location.reload();
          }}
        >
          load the page anew
        </TextButton>
      </Nothing>
    );
  }
}
