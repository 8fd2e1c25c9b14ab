import type { Group, LookFrame } from "../api/views";

/** A frame in the group that it belongs to. */
export interface InGroup {
  group: Group;
  /** From 1, in the order they were taken. */
  place: number;
}

export function groupsByFrame(groups: Group[]): Map<number, InGroup> {
  return new Map(groups.flatMap((group) => group.frames.map((frame, i): [number, InGroup] => [frame, { group, place: i + 1 }])));
}

/** "burst, 2 of 5, sharpest": which of its group a frame is, and a hint, never a verdict, at how sharp it is there. */
export function inGroupInWords(frame: number, { group, place }: InGroup): string {
  const rank = group.bySharpness.indexOf(frame);
  const sharp = rank === 0 ? ", sharpest" : rank > 0 ? `, sharpness ${rank + 1} of ${group.bySharpness.length}` : "";
  return `${group.kind}, ${place} of ${group.frames.length}${sharp}`;
}

/** The place in a pass at which the next group begins, or the one before; where there is none, where one is. */
export function toGroup(order: readonly number[], at: number, by: 1 | -1, groups: Map<number, InGroup>): number {
  const here = groups.get(order[at] ?? 0)?.group;
  for (let i = at + by; i >= 0 && i < order.length; i += by) {
    const group = groups.get(order[i] ?? 0)?.group;
    if (!group || group === here) continue;
    const first = order.findIndex((id) => groups.get(id)?.group === group);
    return by > 0 ? i : first;
  }
  return at;
}

/** The frame that stands for its group where groups are closed: the first that is kept, else the sharpest, else the first. */
export function standsFor({ group }: InGroup, frames: ReadonlyMap<number, LookFrame>): number | undefined {
  return group.frames.find((id) => frames.get(id)?.judged.decision === "keep") ?? group.bySharpness[0] ?? group.frames[0];
}
