import { describe, expect, it } from "vitest";
import type { StepSlot } from "#core/order/pass";
import { eveningOf } from "./view";

const slot = (stepId: string, ...parts: readonly (readonly [from: number, to: number])[]): StepSlot => ({
  stepId,
  startsAt: parts[0]![0],
  endsAt: parts.at(-1)![1],
  parts: parts.map(([from, to]) => ({ from, to })),
  setupMinutes: 0,
});

describe("an evening at the bench", () => {
  const clip = slot("clip", [1140, 1150]);
  const sand = slot("sand", [1150, 1260], [2580, 2700], [4020, 4140]);
  const prime = slot("prime", [4150, 4160]);
  const all = [clip, sand, prime];

  it("counts its own steps, and of a long one only what is done on that day", () => {
    expect(eveningOf(all, clip)).toEqual({ slots: [clip, sand], place: 1, leftMinutes: 120 });
    expect(eveningOf(all, sand)).toEqual({ slots: [clip, sand], place: 2, leftMinutes: 110 });
    expect(eveningOf(all, prime)).toEqual({ slots: [prime], place: 1, leftMinutes: 10 });
  });
});
