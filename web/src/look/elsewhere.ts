import type { ElsewhereFrame, LookFrame } from "../api/views";

/** What another program says of a frame, where that is not how it is judged by now. */
export const differing = (frame: LookFrame, said: ElsewhereFrame | undefined): ElsewhereFrame | undefined =>
  said && (said.stars !== frame.judged.stars || said.label !== frame.judged.label || (said.decision === "drop") !== (frame.judged.decision === "drop"))
    ? said
    : undefined;
