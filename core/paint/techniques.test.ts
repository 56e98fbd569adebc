import { describe, expect, it } from "vitest";
import { sessionsFor, techniquesFor } from "#core/paint/techniques";

const wall = { areaCm2: 100, items: 800, showsSteps: false };
const of = (name: string, surface = wall) => techniquesFor(surface).find((t) => t.name === name)!;

describe("C8: techniques compared for a zone", () => {
  it("800 stones on 100 cm2: 160 min item by item, 6 by drybrush, 11 by airbrush with its set-up", () => {
    expect(of("item by item").minutes).toBeCloseTo(160, 6);
    expect(of("drybrush").minutes).toBeCloseTo(6, 6);
    expect(of("airbrush").minutes).toBeCloseTo(11.2, 6);
  });
  it("come quickest first, and item by item only where there are items", () => {
    const minutes = techniquesFor(wall).map((t) => t.minutes);
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
    expect(techniquesFor({ ...wall, items: 0 }).map((t) => t.name)).not.toContain("item by item");
  });
  it("say what a dry brush does over steps, and on a flat that is large", () => {
    expect(of("drybrush", { ...wall, showsSteps: true }).risk).toMatch(/every layer step/);
    expect(of("drybrush", { areaCm2: 101, items: 0, showsSteps: false }).risk).toMatch(/streaks/);
    expect(of("drybrush").risk).toBe("");
  });
  it("are cut into evenings where they are longer than one", () => {
    expect(sessionsFor(160, 80)).toBe(2);
    expect(sessionsFor(161, 80)).toBe(3);
    expect(sessionsFor(20, 80)).toBe(1);
    expect(sessionsFor(500, 0)).toBe(1);
  });
});
