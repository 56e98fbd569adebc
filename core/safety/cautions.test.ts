import { expect, it } from "vitest";
import { hazards } from "#core/materials/hazard";
import { materialIds, materials } from "#core/materials/materials";
import { plastics } from "#core/materials/printMaterials";
import { productIds } from "#core/materials/products";
import { thinners } from "#core/materials/thinner";
import { toolIds } from "#core/materials/tools";
import {
  cautionById,
  type CautionId,
  cautions,
  cautionsFor,
  dayCautions,
  runCautions,
  type Work,
} from "#core/safety/cautions";

const work = (given: Partial<Work> = {}): Work => ({
  action: "paint",
  product: null,
  thinner: null,
  place: "bench",
  process: null,
  tool: "hands",
  materials: [],
  heavyBoard: false,
  magnet: false,
  ...given,
});

it("has each caution once, numbered through, with a sentence to follow", () => {
  expect(cautions.map((c) => c.id)).toEqual(Array.from({ length: 26 }, (_, i) => `C${i + 1}`));
  for (const c of cautions) expect(cautionById(c.id).text).toMatch(/\.$/);
});

it("answers every hazard that a row can carry, each with one caution", () => {
  expect(cautions.map((c) => c.hazard).sort()).toEqual([...hazards].sort());
});

it("asks for what hurts, and for nothing where nothing does", () => {
  const asks = (given: Partial<Work>) => cautionsFor(work(given));
  expect(asks({ action: "wash resin", process: "resin", tool: "alcohol bath" })).toEqual(["C1", "C3"]);
  expect(asks({ action: "sand", tool: "abrasive 240" })).toEqual(["C2"]);
  expect(asks({ product: "matte varnish can", tool: "spray can" })).toEqual(["C3", "C5"]);
  expect(asks({ action: "flame", tool: "small torch" })).toEqual(["C4"]);
  expect(asks({ action: "glue", product: "cyanoacrylate" })).toEqual(["C6"]);
  expect(asks({ action: "glue", product: "hot glue" })).toEqual(["C7"]);
  expect(asks({ action: "wire", tool: "soldering iron" })).toEqual(["C7", "C10", "C11", "C22"]);
  expect(asks({ product: "acrylic", tool: "brush" })).toEqual([]);
  expect(asks({ product: "acrylic", tool: "brush", thinner: "household cleaner" })).toEqual(["C16"]);
  expect(asks({ product: "oil", tool: "brush" })).toEqual(["C3", "C19"]);
  expect(asks({ product: "two-pack clear", tool: "airbrush" })).toEqual(["C3", "C5", "C21"]);
  expect(asks({ action: "flock", product: "PVA", tool: "grass applicator" })).toEqual(["C23"]);
  expect(asks({ action: "sterilise", tool: "oven tray" })).toEqual(["C25"]);
  expect(asks({ action: "sand", tool: "abrasive 240", materials: ["white metal"] })).toEqual(["C2", "C26"]);
  expect(asks({ action: "paint edge", heavyBoard: true })).toEqual(["C13"]);
  expect(asks({ action: "glue", product: "PVA", magnet: true })).toEqual(["C20"]);
});

it("minds the machine: fumes of ABS and nylon, the hot bed of filament, the liquid of resin", () => {
  expect(runCautions("filament", "PLA")).toEqual(["C12", "C17"]);
  expect(runCautions("filament", "ABS")).toEqual(["C12", "C17", "C24"]);
  expect(runCautions("resin", "resin")).toEqual(["C1", "C12"]);
});

it("asks for a pause on a day that is longer than was meant, or long whatever was meant", () => {
  expect(dayCautions(90, 90)).toEqual([]);
  expect(dayCautions(100, 90)).toEqual(["C18"]);
  expect(dayCautions(170, 600)).toEqual([]);
  expect(dayCautions(200, 600)).toEqual(["C18"]);
});

it("can be raised, every one, by something that a builder can enter", () => {
  const raised = new Set<CautionId>(dayCautions(400, 600));
  const add = (ids: readonly CautionId[]) => ids.forEach((id) => raised.add(id));
  for (const p of plastics) add(runCautions(p.print.process, p.id));
  for (const product of productIds) add(cautionsFor(work({ product })));
  for (const tool of toolIds) add(cautionsFor(work({ tool })));
  for (const { id } of thinners) add(cautionsFor(work({ product: "acrylic", thinner: id })));
  for (const action of ["sand", "cure", "flame", "wire", "print", "sterilise", "glue"])
    for (const id of materialIds)
      for (const process of ["filament", "resin", null] as const)
        add(cautionsFor(work({ action, process, materials: [id] })));
  add(cautionsFor(work({ heavyBoard: true, magnet: true, place: "lamp" })));
  expect([...raised].sort()).toEqual(cautions.map((c) => c.id).sort());
});

it("knows a material that is touched from one that is only cut", () => {
  for (const m of materials)
    if (m.whenHandled.length === 0) expect(cautionsFor(work({ materials: [m.id] })), m.id).toEqual([]);
});
