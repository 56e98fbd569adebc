import { mkdtemp, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { writeBinaryStl } from "#core/formats/stl";
import { writeThreeMf } from "#core/formats/writeThreeMf";
import { writeZip } from "#core/formats/zip";
import { writeObj, writePly, writeTextStl } from "#core/formats/testing";
import { contentId } from "#core/mesh/contentId";
import { posedMesh } from "#core/mesh/pose";
import { box, sphere, terrain, torus, tower } from "#core/mesh/testing";
import { chanceOf } from "#core/random";
import { soupOf, type TriangleMesh } from "#core/mesh/triangleMesh";
import { DATA_VERSION } from "#data/upgrades/upgraded";
import { testPart, testScene } from "#data/testing";
import type { Page } from "playwright-core";
import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, everythingStored, openDemo, ORIGIN, rowsOf } from "./app";
import { blockStl } from "./models";

afterAll(closeBrowser);

const writers: readonly [string, (m: TriangleMesh) => Uint8Array][] = [
  ["stl", (m) => writeBinaryStl(soupOf(m))],
  ["stl", writeTextStl],
  ["obj", writeObj],
  ["ply", (m) => writePly(m, "ascii")],
  ["ply", (m) => writePly(m, "binary_big_endian")],
  ["3mf", (m) => writeThreeMf([{ name: "", mesh: m }])],
];
const shapes = [
  (k: number) => box(20 + k, 10, 30),
  (k: number) => sphere(8 + k / 4, 12, 16),
  (k: number) => torus(20 + k, 5, 24, 10),
  (k: number) => terrain(12, 40 + k, k),
];

/** Forty files of all formats, the twelfth cut off, the last of 200 MB. */
async function fortyFiles(): Promise<string[]> {
  const folder = await mkdtemp(join(tmpdir(), "forty-"));
  const paths: string[] = [];
  for (let k = 0; k < 40; k++) {
    const [ending, write] = writers[k % writers.length]!;
    const bytes =
      k === 39 ? writeBinaryStl(soupOf(terrain(1000, 300, 5))) : write(shapes[k % shapes.length]!(k));
    paths.push(join(folder, `thing-${k + 1}.${k === 39 ? "stl" : ending}`));
    await writeFile(paths[k]!, k === 11 ? bytes.slice(0, bytes.length / 2) : bytes);
  }
  return paths;
}

async function newScene(page: Page, name: string): Promise<string> {
  await page.goto(`${ORIGIN}/scenes`);
  await page.getByRole("button", { name: "New scene" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill(name);
  await page.getByLabel("Scale").fill("1:72");
  await page.getByRole("button", { name: "Make the scene" }).click();
  await page.getByRole("heading", { name: "The shelf is empty" }).waitFor();
  return new URL(page.url()).pathname.split("/")[2]!;
}

it("takes forty mixed files dropped at once, one of them broken, one of 200 MB, and stands a cancel and a closed tab", async () => {
  const app = await openDemo();
  const { page } = app;
  const sceneId = await newScene(page, "Forty things");
  await page.goto(`${ORIGIN}/scenes/${sceneId}/parts`);
  const files = await fortyFiles();
  const from = performance.now();
  await page.getByLabel("Model files").setInputFiles(files.slice(0, 39));
  await page.getByText("39 of 39 files done").waitFor({ timeout: 120_000 });
  console.log(`39 files read, measured and stored in ${((performance.now() - from) / 1000).toFixed(1)} s`);
  await page.getByText(/thing-12\.\w+: /).waitFor();
  const stored = performance.now();
  await page.getByText("38 parts, 38 copies").waitFor({ timeout: 60_000 });
  console.log(`the shelf shows them ${((performance.now() - stored) / 1000).toFixed(1)} s later`);

  // Cancelled in the middle: nothing of it stays.
  await page.getByLabel("Model files").setInputFiles(files[39]!);
  await page.getByRole("region", { name: "Add models" }).getByRole("progressbar").first().waitFor();
  await page.getByRole("button", { name: "Cancel all" }).click();
  await page.getByText("thing-40.stl: cancelled").waitFor({ timeout: 10_000 });
  const before = await everythingStored(page);

  // The tab closed in the middle: the next one finds what was there before.
  await page.getByLabel("Model files").setInputFiles(files[39]!);
  await page.getByRole("region", { name: "Add models" }).getByRole("progressbar").first().waitFor();
  await page.close();
  const next = await app.context.newPage();
  next.setDefaultTimeout(60_000);
  await next.goto(`${ORIGIN}/scenes/${sceneId}/parts`);
  await next.getByText("38 parts, 38 copies").waitFor();
  expect(await everythingStored(next)).toBe(before);

  // And now to the end.
  const began = performance.now();
  await next.getByLabel("Model files").setInputFiles(files[39]!);
  await next.getByText("thing-40.stl: measured").waitFor({ timeout: 240_000 });
  console.log(
    `200 MB, 4,008,000 triangles, measured in ${((performance.now() - began) / 1000).toFixed(1)} s`,
  );
  await next.getByText("39 parts, 39 copies").waitFor({ timeout: 60_000 });
  await next.close();
  await closeApp(app);
}, 480_000);

it("asks what models of mixed origin were drawn at, takes the sure ones at one tap and another by the size that looks right", async () => {
  const app = await openDemo();
  const { page } = app;
  await newScene(page, "Strangers");
  // A door of 41 whose name says 1-48, and a block that could be anything, in an archive with a note beside them.
  const packed = writeZip({
    "door 1-48.stl": blockStl("door", 16, 0.8, 41).buffer,
    "pots/kettle.stl": blockStl("kettle", 40, 40, 40).buffer,
    "read-me.txt": new TextEncoder().encode("Print as it lies."),
  });
  await page
    .getByLabel("Model files")
    .setInputFiles({ name: "strangers.zip", mimeType: "application/zip", buffer: Buffer.from(packed) });
  const chooser = page.getByRole("region", { name: "What were these drawn at?" });
  await chooser.getByText("2 parts have no scale yet").waitFor();
  await chooser.getByText(/^Sure: 1:48, in mm \(.*its name says 1-48/).waitFor();
  await chooser.getByText(/It may be any size \(kettle\)/).waitFor();
  await chooser.getByRole("button", { name: "Take the one that is sure" }).click();
  await chooser.getByText("1 part has no scale yet").waitFor();
  expect((await rowsOf(page, "parts")).find((p) => p.name === "door 1-48")!.size).toMatchObject({
    source: { kind: "ratio", denominator: 48 },
    unitMm: 1,
    unitSure: true,
  });
  await chooser
    .getByRole("button", { name: /beside an adult/ })
    .first()
    .click();
  await chooser.waitFor({ state: "detached" });
  const kettle = (await rowsOf(page, "parts")).find((p) => p.name === "kettle")!;
  expect((kettle.size as { source: { kind: string } }).source.kind).not.toBe("unknown");
  // One tap is one change.
  await page.getByRole("button", { name: "Undo" }).click();
  await chooser.getByText("1 part has no scale yet").waitFor();
  await closeApp(app);
});

it("finds the factor by picking a door, and the audit names the odd one", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts/withy-sluice-front`);
  const viewer = page.getByRole("application");
  await page.locator("canvas").first().waitFor();
  // As if nothing were known of it, and drawn at half of what it says.
  await page.getByLabel("It was drawn").selectOption("unknown");
  await page.getByRole("button", { name: "Set the scale" }).click();
  await page.getByText("its scale is not known yet").first().waitFor();
  await page.getByRole("button", { name: "Measure a length" }).click();
  await viewer.focus();
  await page.keyboard.press("1");
  const area = (await viewer.boundingBox())!;
  const pxPerMm = (0.47 * Math.min(area.width, area.height)) / (Math.hypot(4600, 255, 2600) / 2);
  const click = (xMm: number, yMm: number) =>
    page.mouse.click(area.x + area.width / 2 + xMm * pxPerMm, area.y + area.height / 2 - yMm * pxPerMm);
  await click(-455, -1285);
  await page.getByText(/First point on a corner/).waitFor();
  await click(-455, 670);
  await page.getByText("From point to point").waitFor();
  await page.getByLabel("It is a").selectOption({ label: "door leaf, height" });
  await page.getByLabel("really as long as").fill("1981 mm");
  await page.getByRole("button", { name: "Scale by it" }).first().click();
  await page
    .getByText(/a feature of 1981 mm real measures 19[5-9]\d/)
    .first()
    .waitFor();

  // The lamp is made half as large again, so its lantern door no longer agrees.
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts/withy-sluice-lamp`);
  await page.getByLabel("Scale", { exact: true }).fill("1:108");
  await page.getByRole("button", { name: "Set the scale" }).click();
  await page.getByText("drawn at 1:108").first().waitFor();
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts`);
  const audit = page.getByRole("region", { name: "Scale audit", exact: true });
  await audit.getByText("rescale it").waitFor();
  expect(await audit.getByRole("row").nth(1).innerText()).toContain("Lamp post");
  expect(await audit.getByRole("row").nth(1).innerText()).toMatch(/\+4\d\.\d %/);
  expect(await page.getByRole("button", { name: /Lamp post, .*not at the scene's scale/ }).count()).toBe(1);
  await closeApp(app);
});

it("turns up what was drawn lying, makes it to a wanted size, and puts another off", async () => {
  const app = await openDemo();
  const { page } = app;
  await newScene(page, "Towers");
  const lying = soupOf(posedMesh(tower(88.5, 20, 12), { down: [1, 0, 0], turnDeg: 0 }));
  await page.getByLabel("Model files").setInputFiles({
    name: "tower 1-72.stl",
    mimeType: "model/stl",
    buffer: Buffer.from(writeBinaryStl(lying)),
  });
  await page.getByRole("button", { name: /^Take the/ }).click();
  const up = page.getByRole("region", { name: "Which way is up?" });
  await up.getByText(/tower 1-72 lies on its side as drawn.*88\.5 mm is its height\?/).waitFor();
  await up.getByRole("button", { name: "Turn it up" }).click();
  await up.waitFor({ state: "detached" });
  // Slabs that no board takes stand aside as one line, and are asked again with one tap; none is planned.
  await page
    .getByLabel("Model files")
    .setInputFiles([1, 2, 3].map((i) => blockStl(`quay ${i} 1-72`, 900 + i, 900, 20)));
  await page.getByText("quay 3 1-72.stl: measured").waitFor();
  const asked = page.getByRole("region", { name: "What were these drawn at?" });
  for (let left = 3; left > 0; left--) {
    await asked
      .getByText(left === 1 ? "1 part has no scale yet" : `${left} parts have no scale yet`)
      .waitFor();
    await asked
      .getByRole("listitem")
      .first()
      .getByRole("button", { name: /1:72, in mm/ })
      .click();
  }
  const tray = page.getByRole("region", { name: "Standing aside" });
  await tray.getByText("3 parts do not go on the board").click();
  await tray.getByText(/quay 2 1-72, 902 x 900 x 20 mm, does not go on the board of 300 x 200 mm/).waitFor();
  await page.getByText(/Settle 3 parts that stand aside/).waitFor();
  await tray.getByRole("button", { name: "Ask its scale again: all 3" }).click();
  await tray.waitFor({ state: "detached" });
  await asked.getByText("3 parts have no scale yet").waitFor();
  await page.getByRole("link", { name: "tower 1-72" }).first().click();
  const wanted = page.getByRole("form", { name: "To a wanted size" });
  await wanted.getByLabel("Or a wanted").selectOption("height");
  await wanted.getByLabel("To be").fill("59");
  await wanted.getByText(/66\.7 % of true size, 33 % below the others of the scene/).waitFor();
  await wanted.getByLabel("Why, if put off").fill("the yard is full");
  await wanted.getByRole("button", { name: "Put it off" }).click();
  await expect
    .poll(async () => (await rowsOf(page, "parts")).find((p) => p.name === "tower 1-72")!.note)
    .toBe("Later: height 59 (66.7 %), the yard is full.");
  await wanted.getByLabel("Or a wanted").selectOption("height");
  await wanted.getByLabel("To be").fill("59");
  await wanted.getByRole("button", { name: "Make it so" }).click();
  await page.getByText("59.0 mm").first().waitFor();

  // Two of it are alike, or a pair.
  await page.getByLabel("How many").fill("3");
  await page.getByRole("button", { name: "Set", exact: true }).click();
  await page.getByRole("button", { name: "Make left and right of it" }).click();
  await page.getByText("2 left and 1 right are planned.").first().waitFor();
  const hands = (await rowsOf(page, "parts")).filter((p) => String(p.name).startsWith("tower"));
  expect(hands.map((p) => `${String(p.name)} ${String(p.count)}`).sort()).toEqual([
    "tower 1-72, left 2",
    "tower 1-72, right 1",
  ]);
  // How they are painted was assumed and stays so.
  for (const { zones } of hands) expect(zones).toMatchObject([{ scheme: [] }]);
  await closeApp(app);
});

it("reads thin walls off a part, cuts it, and measures by keys alone", async () => {
  const app = await openDemo();
  const { page } = app;
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts/withy-sluice-windows`);
  await page.locator("canvas").first().waitFor();
  await page.getByLabel("Hatch").selectOption("thin walls");
  await page.getByText(/cm² thinner than 0\.\d\d mm, the least this printer makes, in \d+ place/).waitFor();
  await page.getByLabel("Hatch").selectOption("open edges");
  await page.getByText("No edge is open.").waitFor();
  await page.getByLabel("Cut", { exact: true }).selectOption("1");
  await page.getByLabel("How far").fill("30");
  await page.getByLabel("Cut", { exact: true }).selectOption("none");
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts/withy-sluice-gables`);
  await page.locator("canvas").first().waitFor();
  await page.getByRole("button", { name: "Measure a length" }).click();
  const viewer = page.getByRole("application");
  await viewer.focus();
  // From above the middle of the wall is under the cross; from below its foot is.
  await page.keyboard.press("3");
  await page.keyboard.press("Enter");
  await page.getByText(/First point on/).waitFor();
  for (const key of ["ArrowRight", "ArrowRight", "Enter"]) await page.keyboard.press(key);
  await page.getByText(/From point to point|Between the two faces/).waitFor();
  await closeApp(app);
});

/** An archive of one scene with 500 parts over twenty meshes. */
async function fiveHundred(): Promise<Buffer> {
  const meshes = await Promise.all(
    Array.from({ length: 20 }, async (_, k) => {
      const soup = soupOf(shapes[k % shapes.length]!(k));
      return { id: await contentId(soup.corners), name: `mesh ${k}`, soup };
    }),
  );
  const parts = Array.from({ length: 500 }, (_, i) =>
    testPart({
      id: `part-${i}`,
      sceneId: "many",
      name: `Piece ${String(i + 1).padStart(3, "0")}`,
      meshId: meshes[i % 20]!.id,
      size: { source: { kind: "ratio", denominator: i === 123 ? 48 : 72 } },
      count: 1 + Math.floor(3 * chanceOf(4, i)),
    }),
  );
  const scene = testScene({ id: "many", name: "Many pieces" });
  const archive = {
    format: "inch-hollow",
    version: DATA_VERSION,
    tables: { scenes: [scene], parts },
    meshes: meshes.map(({ id, name }) => ({ id, name })),
  };
  return Buffer.from(
    writeZip({
      "archive.json": new TextEncoder().encode(JSON.stringify(archive)),
      ...Object.fromEntries(meshes.map((m) => [`meshes/${m.id}.stl`, writeBinaryStl(m.soup)])),
    }),
  );
}

it("shows 500 parts on the shelf and in the table, filters, ticks and changes many at once", async () => {
  const app = await openDemo();
  const { page } = app;
  // The plan of 500 parts takes its time, and a page waits for the one being made.
  page.setDefaultTimeout(180_000);
  await page.goto(`${ORIGIN}/workshop/archive`);
  await page
    .getByLabel("Archive")
    .setInputFiles({ name: "many.zip", mimeType: "application/zip", buffer: await fiveHundred() });
  await page.getByRole("button", { name: "Bring it in" }).click();
  await page
    .getByText(/brought in|Brought in|1 scene|scenes were/)
    .first()
    .waitFor({ timeout: 60_000 });
  await page.goto(`${ORIGIN}/scenes/many/parts`);
  await page.getByText(/500 parts, /).waitFor({ timeout: 180_000 });
  // Drawing alone: go away and come back, with the plan already made. An estimate that comes in makes the
  // plan again under it; then it is timed once more.
  let drawMs = Infinity;
  for (let turn = 0; turn < 6 && drawMs >= 3000; turn++) {
    await page.getByRole("link", { name: /Rule/ }).first().click();
    await page.getByRole("heading", { name: "The rule" }).waitFor();
    drawMs = await page.evaluate(async () => {
      const link = [...document.querySelectorAll("a")].find((a) =>
        a.getAttribute("href")?.endsWith("/parts"),
      )!;
      const from = performance.now();
      link.click();
      while (
        !document.querySelector("[aria-label='Parts at one scale'], [aria-label='500 parts at one scale']")
      )
        await new Promise((go) => requestAnimationFrame(go));
      return performance.now() - from;
    });
  }
  console.log(`shelf and table of 500 parts drawn in ${drawMs.toFixed(0)} ms`);
  expect(drawMs).toBeLessThan(3000);
  const frames = await page.evaluate(async () => {
    const table = document.querySelector<HTMLElement>(
      "[aria-label='Parts and where their scale comes from']",
    )!;
    const work: number[] = [];
    const after = new MessageChannel();
    for (let i = 0; i < 60; i++) {
      table.scrollTop += 220;
      // From the start of the frame, with scroll handlers and what they draw, to when the page is free again.
      const from = await new Promise<number>((go) => requestAnimationFrame(go));
      await new Promise((go) => {
        after.port1.onmessage = go;
        after.port2.postMessage(null);
      });
      work.push(performance.now() - from);
    }
    work.sort((a, b) => a - b);
    return {
      median: work[30]!,
      worst: work[59]!,
      rows: table.querySelectorAll("tbody tr").length,
      at: table.scrollTop,
    };
  });
  console.log(
    `scrolled through the table: ${frames.median.toFixed(1)} ms of page work in the median frame, ${frames.worst.toFixed(1)} in the worst, ${frames.rows} rows drawn`,
  );
  expect(frames.rows).toBeLessThan(80);
  expect(frames.at).toBeGreaterThan(10_000);

  await page.getByLabel("Only parts with").fill("piece 12");
  await page.getByText("10 of 500").waitFor();
  await page.getByLabel("Tick all").check();
  await page.getByLabel("Process").selectOption("resin");
  await page.getByLabel("How many of each").fill("4");
  await page.getByRole("button", { name: "Change 10" }).click();
  await page.getByLabel("Only parts with").fill("piece 120");
  await page
    .getByRole("row", { name: /Piece 120/ })
    .getByText("4", { exact: true })
    .waitFor({ timeout: 60_000 });
  await page.getByLabel("How many of each").fill("0");
  await page.getByRole("button", { name: "Change 10" }).click();
  await page.getByText(/must be greater than or equal to 1/).waitFor();
  await closeApp(app);
}, 600_000);
