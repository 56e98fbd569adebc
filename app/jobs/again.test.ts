import { expect, it, vi } from "vitest";
import { makeAgain, onAgain, roundNow } from "./again";

it("is told to whoever listens, and to the first who listens after it", () => {
  const before = roundNow();
  makeAgain();
  expect(roundNow()).toBe(before + 1);
  const late = vi.fn();
  const later = vi.fn();
  const stop = onAgain(late);
  onAgain(later)();
  expect([late.mock.calls.length, later.mock.calls.length]).toEqual([1, 0]);
  makeAgain();
  expect([late.mock.calls.length, later.mock.calls.length]).toEqual([2, 0]);
  stop();
});
