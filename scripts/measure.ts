// npm run measure -- FILE … [--scale 1:72] [--from 1:48|inch|28mm figure|…] [--json]: what the app measures
// of model files.
// Exits with 1 when a file could not be read, with one sentence for each on standard error.
import { readFile } from "node:fs/promises";
import { basename } from "node:path";
import { readModelFile } from "#core/formats/readModel";
import { isClosed } from "#core/mesh/health";
import { type MeshMeasurement, measureMesh } from "#core/mesh/measure";
import { shareUnder, thicknessInterval } from "#core/mesh/thickness";
import { boxSize } from "#core/mesh/triangleMesh";
import { parseRatio, ratioText } from "#core/scale/ratio";
import { rescale } from "#core/scale/rescale";
import { guessUnit } from "#core/scale/unitGuess";
import { meshUnits, type MeshUnit } from "#core/units";

const args = process.argv.slice(2);
const valueOf = (flag: string) => {
  const at = args.indexOf(flag);
  return at < 0 ? null : (args.splice(at, 2)[1] ?? "");
};
const scaleText = valueOf("--scale");
const fromText = valueOf("--from");
const json = args.includes("--json");
const files = args.filter((a) => a !== "--json");

const unitNames: Record<string, MeshUnit> = {
  mm: "millimeter",
  millimetre: "millimeter",
  cm: "centimeter",
  centimetre: "centimeter",
  m: "meter",
  metre: "meter",
  in: "inch",
  inches: "inch",
  ft: "foot",
  ...Object.fromEntries(Object.keys(meshUnits).map((u) => [u, u as MeshUnit])),
};

function refuse(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}
const ratioOf = (text: string) => {
  const ratio = parseRatio(text);
  return ratio.ok ? ratio.value.denominator : refuse(ratio.problems[0]!.message);
};
if (files.length === 0) refuse("Name the files: npm run measure -- cottage.stl gate.3mf");
const scale = scaleText === null ? null : ratioOf(scaleText);
const fromUnit = fromText === null ? undefined : unitNames[fromText.toLowerCase()];
const drawnAt = fromText === null || fromUnit ? null : ratioOf(fromText);

/** What is told of one body, on the bench when a scale was given, else in the units of the file. */
function summaryOf(m: MeshMeasurement, factor: number) {
  const f2 = factor ** 2;
  const f3 = factor ** 3;
  const thin = thicknessInterval(m.thickness, 0.03);
  const list = (values: readonly number[], by: number) => values.map((v) => Number((v * by).toPrecision(6)));
  const largest = m.profile.areas.reduce((at, a, i, all) => (a > all[at]! ? i : at), 0);
  const jump = m.profile.areas.reduce(
    (at, a, i, all) => (i > 0 && a - all[i - 1]! > (at > 0 ? all[at]! - all[at - 1]! : 0) ? i : at),
    0,
  );
  return {
    triangles: m.triangles,
    vertices: m.vertices,
    factor,
    size: list(boxSize(m.box), factor),
    area: m.area * f2,
    volume: isClosed(m.health) ? m.volume * f3 : null,
    volumeRange: [m.volumeLow * f3, m.volumeHigh * f3],
    centroid: list(m.centroid, factor),
    closed: isClosed(m.health),
    openEdges: m.health.openEdges,
    openRims: m.flaws.openLoops.map((l) => ({
      edges: l.edges,
      length: l.length * factor,
      at: list(l.at, factor),
    })),
    overSharedEdges: m.health.overSharedEdges,
    flippedPatches: m.flaws.flippedPatches,
    facesWithoutArea: m.health.zeroAreaFaces,
    duplicateFaces: m.health.duplicateFaces,
    shells: m.flaws.shells.map((s) => ({ kind: s.kind, faces: s.faces, volume: s.volume * f3 })),
    shellCount: m.flaws.shellCount,
    thinnest3Percent: { value: thin.value * factor, low: thin.low * factor, high: thin.high * factor },
    gapsFound: 1 - m.gaps.without,
    overhangArea: m.overhangs.reduce((sum, r) => sum + r.area, 0) * f2,
    largestSection: { area: m.profile.areas[largest]! * f2, z: m.profile.heights[largest]! * factor },
    largestJump: {
      area: jump > 0 ? (m.profile.areas[jump]! - m.profile.areas[jump - 1]!) * f2 : 0,
      z: m.profile.heights[jump]! * factor,
    },
    islands: m.regions.islands.slice(0, 12).map((i) => ({ area: i.area * f2, at: list(i.at, factor) })),
    spaces: m.regions.spaces
      .slice(0, 12)
      .map((s) => ({ kind: s.kind, volume: s.volume * f3, at: list(s.at, factor) })),
    turnedBox: {
      width: m.turnedBox.width * factor,
      depth: m.turnedBox.depth * factor,
      turnDeg: m.turnedBox.turnDeg,
    },
    resting: m.resting.map((r) => ({ down: list(r.down, 1), area: r.area * f2, tipDeg: r.tipDeg })),
    under04mm: scale === null ? null : shareUnder(m.thickness, 0.4 / factor),
  };
}

const all: unknown[] = [];
for (const file of files) {
  const began = performance.now();
  const bytes = await readFile(file).catch(() => null);
  if (!bytes) {
    console.error(`${basename(file)} cannot be opened. Check its name and that it may be read.`);
    process.exitCode = 1;
    continue;
  }
  const read = readModelFile(bytes, basename(file));
  if (!read.ok) {
    console.error(read.problems[0]!.message);
    process.exitCode = 1;
    continue;
  }
  for (const model of read.value.models) {
    const { measurement: m } = measureMesh(model.soup);
    const guess = guessUnit(Math.max(...boxSize(m.box)))[0]!;
    const unitMm = fromUnit ? meshUnits[fromUnit] : (model.unitMm ?? guess.unitMm);
    const scaled =
      scale === null
        ? null
        : rescale(
            drawnAt === null ? { kind: "full" } : { kind: "ratio", denominator: drawnAt },
            unitMm,
            scale,
          );
    const t = summaryOf(m, scaled?.factor ?? 1);
    const ms = performance.now() - began;
    all.push({
      file: basename(file),
      body: model.name,
      format: read.value.format,
      unitMm,
      unitSure: fromUnit !== undefined || model.unitMm !== null,
      scale,
      ...t,
      ms: Math.round(ms),
    });
    if (json) continue;
    const [u, u2, u3] = scaled ? ["mm", "mm2", "mm3"] : ["units", "units2", "units3"];
    const n = (v: number) => Number(v.toPrecision(4)).toLocaleString("en", { maximumFractionDigits: 4 });
    console.log(
      `${basename(file)}${model.name ? ` (${model.name})` : ""}: ${read.value.format}, ${m.triangles.toLocaleString("en")} triangles, ${Math.round(ms)} ms`,
    );
    console.log(
      `  unit     ${model.unitMm !== null || fromUnit ? `${unitMm} mm` : `not told; ${guess.unit} by its size`}`,
    );
    if (scaled)
      console.log(`  scale    ${scaled.sentence}: x ${scaled.factor.toPrecision(6)} at ${ratioText(scale!)}`);
    console.log(
      `  size     ${t.size.map(n).join(" x ")} ${u}; smallest rectangle in plan ${n(t.turnedBox.width)} x ${n(t.turnedBox.depth)}, turned ${t.turnedBox.turnDeg.toFixed(1)} deg`,
    );
    console.log(
      `  surface  ${n(t.area)} ${u2}; volume ${t.volume === null ? `${n(t.volumeRange[0]!)} to ${n(t.volumeRange[1]!)} ${u3}, open` : `${n(t.volume)} ${u3}`}`,
    );
    console.log(
      `  health   ${t.closed ? "closed" : `${t.openEdges} open edges in ${m.flaws.loops} rims, ${t.overSharedEdges} over-shared`}; ${t.flippedPatches} flipped patches, ${t.facesWithoutArea} faces without area, ${t.duplicateFaces} twice; ${t.shellCount} shells (${[...new Set(t.shells.map((s) => s.kind))].join(", ")})`,
    );
    console.log(
      `  walls    3 % of the surface under ${n(t.thinnest3Percent.value)} ${u} (95 %: ${n(t.thinnest3Percent.low)} to ${n(t.thinnest3Percent.high)}); overhangs over 45 deg ${n(t.overhangArea)} ${u2}`,
    );
    console.log(
      `  layers   largest section ${n(t.largestSection.area)} ${u2} at ${n(t.largestSection.z)}, largest jump ${n(t.largestJump.area)} ${u2} at ${n(t.largestJump.z)}; ${m.regions.islands.length} islands, ${m.regions.spaces.map((s) => s.kind).join(", ") || "no cup or hollow"}`,
    );
    console.log(
      `  rests on ${t.resting.length} sides${t.resting[0] ? `; on the largest it tips at ${t.resting[0].tipDeg.toFixed(0)} deg` : ""}`,
    );
  }
}
if (json) console.log(JSON.stringify(all, null, 1));
