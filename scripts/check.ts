// npm run check -- [ARCHIVE.zip]: figures of an exported archive, by default of the demo scenes, as the product shows
// them beside what independent scripts make of the same archive. Ends with 1 where the two do not agree.
import { recomputed } from "../tests/outside/recompute/all";
import { agrees } from "../tests/outside/recompute/read";

const rows = recomputed(process.argv[2] ?? "public/demo/scenes.zip");
const text = (v: number) => (Number.isInteger(v) ? String(v) : v.toPrecision(4));
console.log(["scene", "what", "shown", "recomputed", "unit", "verdict"].join("\t"));
for (const row of rows) {
  const verdict = agrees(row) ? `agrees within ${Number((100 * row.off).toPrecision(2))} %` : "DIFFERS";
  console.log([row.scene, row.what, text(row.shown), text(row.recomputed), row.unit, verdict].join("\t"));
}
const differ = rows.filter((r) => !agrees(r)).length;
console.log(`${rows.length} figures, ${differ} differ.`);
process.exitCode = differ > 0 ? 1 : 0;
