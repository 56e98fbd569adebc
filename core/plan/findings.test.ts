import type { ProductId } from "#core/materials/products";
import { describe, expect, it } from "vitest";
import { measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { testFilament, testPla, testResin, testResinFluid } from "#core/print/testing";
import type { Finding } from "#core/plan/finding";
import { newPart, type PartPatch, patchedPart } from "#core/scene/part";
import { planInputOf } from "#core/scene/planInput";
import { newScene } from "#core/scene/scene";
import { emptyWorkshop } from "#core/scene/workshop";
import { makePlan } from "#core/plan/plan";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { PlanInput } from "#core/scene/planInput";

const measurements = new Map([["block", measureMesh(soupOf(box(40, 30, 20))).measurement]]);
const part = (id: string, given: PartPatch = {}) =>
  patchedPart(
    newPart({
      id,
      sceneId: "s",
      name: id,
      meshId: "block",
      size: { source: { kind: "full" } },
      print: { printerId: testFilament.id },
    }),
    given,
  );
const joint = (given: Partial<Joint> = {}): Joint => ({
  id: "j",
  sceneId: "s",
  name: "lid",
  partIds: ["wall", "lid"],
  fit: "slide",
  gapInFileMm: 0.3,
  glue: null,
  count: 1,
  shows: false,
  ...given,
});
const ground = (given: Partial<Ground> = {}): Ground => ({
  id: "g",
  sceneId: "s",
  name: "Grout",
  material: "grout",
  areaShare: 0.9,
  depthMm: 4,
  loose: false,
  wetWith: "none",
  flock: "none",
  position: 0,
  ...given,
});
const paint = {
  id: "c",
  kind: "colour" as const,
  colour: { kind: "paint" as const, id: "pot" },
  product: "acrylic" as ProductId,
  method: "brush" as const,
  coats: 2,
  coverage: 1,
  sheen: "matte" as const,
};
const workshop = {
  ...emptyWorkshop,
  printers: [testFilament, testResin],
  materials: [testPla, testResinFluid],
  hours: Array.from({ length: 7 }, () => [{ from: 1140, to: 1320 }]),
  coupons: [
    {
      id: "k",
      printerId: testFilament.id,
      materialId: null,
      fit: "slide" as const,
      chosenMm: 0.3,
      at: "2026-01-01T10:00",
      note: "",
    },
  ],
};
const input = (given: Partial<PlanInput> = {}): PlanInput =>
  planInputOf({
    scene: newScene({
      id: "s",
      name: "Trial",
      denominator: 1,
      startOn: "2026-03-02",
      boardWidthMm: 400,
      boardDepthMm: 300,
    }),
    workshop,
    measurements,
    now: { today: "2026-03-02", minute: 600, ms: 0 },
    parts: [part("wall"), part("lid")],
    joints: [joint()],
    ...given,
  });
const found = (given: Partial<PlanInput>) => makePlan(input(given)).findings;
const say = (list: readonly Finding[], about: string, code: string) =>
  list.find((f) => f.about === about && f.id.endsWith(`/${code}`));

type Case = readonly [
  what: string,
  given: Partial<PlanInput>,
  about: string,
  code: string,
  severity: Finding["severity"],
  sentence: RegExp,
];
const cases: readonly Case[] = [
  [
    "a joint whose part is gone",
    { joints: [joint({ partIds: ["wall", "gone"] })] },
    "joint:j",
    "part-gone",
    "missing",
    /no longer in the scene/,
  ],
  [
    "a slide drawn too tight",
    { joints: [joint({ gapInFileMm: 0.05 })] },
    "joint:j",
    "clearance",
    "ruins",
    /0\.05 mm a side.*a slide fit needs 0\.3 to .* Open it by 0\.25 mm a side on the bench\.$/,
  ],
  [
    "a slide drawn far too loose",
    { joints: [joint({ gapInFileMm: 2 })] },
    "joint:j",
    "clearance",
    "weakens",
    /Shim it or draw it closer/,
  ],
  [
    "a slide that paint closes",
    {
      parts: [
        part("wall", { scheme: [{ ...paint, product: "heavy acrylic", coats: 6 }] }),
        part("lid", { scheme: [{ ...paint, coats: 6 }] }),
      ],
      joints: [joint({ gapInFileMm: 0.31 })],
    },
    "joint:j",
    "clearance",
    "ruins",
    /is right bare, and paint leaves/,
  ],
  [
    "mating parts on two machines",
    {
      parts: [part("wall"), part("lid", { print: { printerId: "other" } })],
      workshop: {
        ...workshop,
        printers: [testFilament, { ...testFilament, id: "other", name: "Other bed" }],
      },
    },
    "joint:j",
    "apart",
    "weakens",
    /lid is printed on Other bed in test PLA, wall on Test bed in test PLA.*come out alike on one machine/,
  ],
  [
    "a set of sockets untried (O1)",
    { joints: [joint({ fit: "snug", gapInFileMm: 0.18, count: 6 })] },
    "joint:j",
    "untried",
    "missing",
    /6 alike, and no snug fit was tried on Test bed yet.*O1/,
  ],
  [
    "a glue that does not fill the gap",
    { joints: [joint({ fit: "glued butt", gapInFileMm: 0.15, glue: "cyanoacrylate" })] },
    "joint:j",
    "glue-gap",
    "weakens",
    /cyanoacrylate fills 0\.1 mm and the gap is 0\.15 mm/,
  ],
  [
    "a part over the edge of the board",
    { parts: [part("wall", { place: { placements: [{ xMm: 395, yMm: 100, turnDeg: 0 }] } })], joints: [] },
    "part:wall",
    "off-board",
    "weakens",
    /hangs over the edge/,
  ],
  [
    "a part turned over the edge of the board",
    { parts: [part("wall", { place: { placements: [{ xMm: 379, yMm: 100, turnDeg: 45 }] } })], joints: [] },
    "part:wall",
    "off-board",
    "weakens",
    /Move it, turn it/,
  ],
  [
    "a printer that lacks its speeds",
    {
      workshop: {
        ...workshop,
        printers: [testFilament, { ...testFilament, id: "bare", name: "Bare", wallSpeed: 0 }],
      },
    },
    "printer:bare",
    "lacks",
    "missing",
    /Bare has no .* nothing is planned on it/,
  ],
  [
    "a board of eighteen kilograms",
    { grounds: [ground({ depthMm: 120 })] },
    "board",
    "heavy",
    "weakens",
    /weighs about .* kg: two people carry it/,
  ],
  [
    "paint that is not on the shelf",
    {
      parts: [part("wall", { scheme: [{ ...paint, kind: "varnish", product: "varnish", colour: null }] })],
      joints: [],
    },
    "need:product:varnish",
    "none",
    "missing",
    /^varnish, water is not on the shelf; about .* ml are needed\.$/,
  ],
  [
    "varnish that runs out in a coat",
    {
      parts: [part("wall", { scheme: [{ ...paint, kind: "varnish", product: "varnish", colour: null }] })],
      joints: [],
      workshop: {
        ...workshop,
        stock: [
          {
            id: "v",
            needKey: "product:varnish",
            name: "clear",
            unit: "ml",
            left: 0.2,
            pricePerUnit: 1,
          },
        ],
      },
    },
    "need:product:varnish",
    "short",
    "wastes",
    /^clear runs out in “seal matte, coat 1 of 2, wall”: 0\.2 ml are left and .* Have enough before you start\.$/,
  ],
  [
    "a coarse paint for the airbrush",
    {
      parts: [part("wall", { scheme: [{ ...paint, product: "heavy acrylic", method: "airbrush" }] })],
      joints: [],
    },
    "step:part:wall/scheme-c",
    "tool",
    "weakens",
    /clogs an airbrush: strain and thin it/,
  ],
  [
    "work that ends after the date",
    {
      scene: { ...input().scene, finishBy: "2026-03-02" },
      parts: [part("wall", { count: 40, scheme: [paint] })],
      joints: [],
    },
    "scene",
    "late",
    "wastes",
    /The work ends \d+ days? after the date you set/,
  ],
  [
    "no hours at all",
    { workshop: { ...workshop, hours: emptyWorkshop.hours } },
    "hours",
    "no-hours",
    "missing",
    /no working hours yet/,
  ],
  [
    "a part that stays clear with nothing clear on the shelf",
    { parts: [part("wall", { print: { clear: true } })], joints: [] },
    "part:wall",
    "not-clear",
    "missing",
    /^wall stays clear, and .* is not clear .* make it from clear sheet\.$/,
  ],
  [
    "a lamp without a switch",
    {
      parts: [
        part("wall", {
          place: {
            lamp: {
              supplyV: 3,
              lampV: 2,
              wantedMa: 5,
              cellMah: 225,
              cell: "coin cell",
              isSwitched: false,
            },
          },
        }),
      ],
      joints: [],
    },
    "part:wall",
    "resistor",
    "missing",
    /It has no switch: it is out after 23 h, so the cell goes in when it is shown/,
  ],
  [
    "a lamp that its cell cannot light",
    {
      parts: [part("wall", { place: { lamp: { supplyV: 1.5, lampV: 3, wantedMa: 10, cellMah: null } } })],
      joints: [],
    },
    "part:wall",
    "lamp",
    "ruins",
    /^The lamp in wall: /,
  ],
];

describe("what a plan finds in a scene", () => {
  it.each(cases)("%s", (_, given, about, code, severity, sentence) => {
    const finding = say(found(given), about, code);
    expect(finding).toMatchObject({ severity });
    expect(finding!.sentence).toMatch(sentence);
    // One or more sentences, each whole.
    expect(finding!.sentence).toMatch(/^[A-Z0-9“a-z].*[.)]$/s);
  });
  it("is none of this in a scene where all is well", () => {
    const quiet = found({
      parts: [
        part("wall", { place: { placements: [{ xMm: 200, yMm: 150, turnDeg: 30 }] } }),
        part("lid", { place: { placements: [{ xMm: 100, yMm: 100, turnDeg: 0 }] } }),
      ],
    });
    for (const [, , about, code] of cases) expect(say(quiet, about, code), code).toBeUndefined();
  });
  it("draws its lines where they are said to be: twelve kilograms are carried by one", () =>
    expect(say(found({ grounds: [ground({ depthMm: 80 })] }), "board", "heavy")).toBeUndefined());
  it("is worst first, and the same however parts and joints are listed", () => {
    const parts = [part("wall", { scheme: [paint] }), part("lid"), part("door", { count: 3 })];
    const joints = [joint({ gapInFileMm: 0.05 }), joint({ id: "k", name: "other", gapInFileMm: 2 })];
    const one = found({ parts, joints });
    const two = found({ parts: [...parts].reverse(), joints: [...joints].reverse() });
    expect(two.map((f) => f.id)).toEqual(one.map((f) => f.id));
    const rank = one.map((f) => ["ruins", "weakens", "wastes", "missing"].indexOf(f.severity));
    expect([...rank].sort((a, b) => a - b)).toEqual(rank);
    expect(new Set(one.map((f) => f.id)).size).toBe(one.length);
  });
  it("names a trial that fitted before the usual gap", () => {
    const tight = { joints: [joint({ gapInFileMm: 0.27 })] };
    const tried = (chosenMm: number) =>
      say(
        found({ ...tight, workshop: { ...workshop, coupons: [{ ...workshop.coupons[0]!, chosenMm }] } }),
        "joint:j",
        "clearance",
      );
    expect(tried(0.26)).toBeUndefined();
    expect(tried(0.4)?.sentence).toMatch(/needs 0\.4 to/);
  });
});
