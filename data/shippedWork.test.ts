import { parse } from "devalue";
import { gunzipSync } from "fflate";
import { expect, it } from "vitest";
import { MEASURE_VERSION, measureMesh } from "#core/mesh/measure";
import { box } from "#core/mesh/testing";
import { soupOf } from "#core/mesh/triangleMesh";
import { openDatabase } from "#data/db";
import { loadDerived, loadMeasurements } from "#data/meshes";
import { keepShippedWork, packShipped, type ShippedWork } from "#data/shippedWork";

const { measurement } = measureMesh(soupOf(box(3, 4, 5)));
const work: ShippedWork = {
  measurements: [
    { meshId: "fresh", version: MEASURE_VERSION, measurement },
    { meshId: "old", version: MEASURE_VERSION - 1, measurement },
  ],
  results: [
    {
      key: "shell1 fresh 1 2",
      meshId: "fresh",
      value: { kind: "shell", shell: { millilitres: 4, thinnestMm: 2 } },
    },
  ],
};

it("comes out of its package as it went in, arrays of numbers too", async () => {
  const packed = await packShipped(work);
  expect(packed.byteLength).toBeLessThan(30_000);
  expect(parse(new TextDecoder().decode(gunzipSync(packed)))).toEqual(work);
});

it("is kept as what was measured here; what another version measured is not", async () => {
  const db = openDatabase("shipped");
  await keepShippedWork(work, db);
  const found = await loadMeasurements(["fresh", "old"], db);
  expect([...found.keys()]).toEqual(["fresh"]);
  expect(found.get("fresh")).toEqual(measurement);
  expect((await loadDerived(["fresh"], db)).shells.get("shell1 fresh 1 2")?.millilitres).toBe(4);
});
