import { afterAll, expect, it } from "vitest";
import { closeApp, closeBrowser, openDemo, ORIGIN } from "./app";

afterAll(closeBrowser);

it("works one step at a time, and its timers survive a reload and a closed tab", async () => {
  const app = await openDemo({ width: 820, height: 1180 });
  const { page, context } = app;
  // Meanwhile walls are followed and the plan is made again: what is on the bench stays there.
  await page.goto(`${ORIGIN}/scenes/withy-sluice/bench`);
  const first = await page.getByRole("heading", { level: 1 }).textContent();
  const onFirst = await page.locator("h1").locator("xpath=preceding-sibling::p").textContent();
  await page.getByRole("button", { name: /Start a timer/ }).click();
  await page.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
  await page.reload();
  await page.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
  await page.close();
  const again = await context.newPage();
  await again.goto(`${ORIGIN}/scenes/withy-sluice/bench`);
  await again.getByRole("list", { name: "Timers" }).getByRole("listitem").waitFor();
  expect(await again.getByRole("heading", { level: 1 }).textContent()).toBe(first);

  // Done: the next step comes up, and the step is out of the plan until undo brings it back.
  await again.getByRole("button", { name: "Done", exact: true }).click();
  await again.getByText(`${first}: done.`).first().waitFor();
  await again.waitForFunction(
    ([title, on]) => {
      const h1 = document.querySelector("h1");
      return h1 !== null && !(h1.textContent === title && h1.previousElementSibling?.textContent === on);
    },
    [first, onFirst] as const,
  );
  await again.locator("h1").click();
  await again.keyboard.press("u");
  await again.waitForFunction(
    ([title, on]) => {
      const h1 = document.querySelector("h1");
      return h1?.textContent === title && h1?.previousElementSibling?.textContent === on;
    },
    [first, onFirst] as const,
  );

  // Went wrong asks for a few words and writes them down.
  await again.keyboard.press("x");
  await again.getByRole("radio", { name: "Something else" }).check();
  await again.getByLabel("In a few words").fill("slipped with the blade");
  await again.getByRole("button", { name: "Write it down" }).click();
  await again
    .getByText(/went wrong\./)
    .first()
    .waitFor();
  await closeApp(app);
});

it("is an evening at the bench: three timers, a closed tab, some of the pieces, a repair, a picture", async () => {
  const app = await openDemo({ width: 1280, height: 800 });
  const { page, context } = app;
  const bench = `${ORIGIN}/scenes/withy-sluice/bench`;
  const at = (id: string) => `${bench}?step=${encodeURIComponent(`part:withy-sluice-${id}`)}`;
  for (const id of ["posts/scheme-tar", "tiles/scheme-colour", "front/scheme-colour"]) {
    await page.goto(at(id));
    await page.getByRole("button", { name: /Start a timer/ }).click();
    await page
      .getByText(
        id.startsWith("posts")
          ? /Mooring post x 12, water/
          : id.startsWith("tiles")
            ? /Quay tile x 6, water/
            : /Cottage, .*water/,
      )
      .first()
      .waitFor();
  }
  await page.waitForFunction(() => document.querySelectorAll('ul[aria-label="Timers"] > li').length === 3);
  // One runs out while no tab is open: it is told when the next one opens.
  await page.evaluate(async () => {
    const open = indexedDB.open("inch-hollow");
    const db = await new Promise<IDBDatabase>((done) => {
      open.onsuccess = () => done(open.result);
    });
    const transaction = db.transaction("timers", "readwrite");
    const store = transaction.objectStore("timers");
    const all = await new Promise<{ name: string; startedAtMs: number; endsAtMs: number }[]>((done) => {
      const get = store.getAll();
      get.onsuccess = () => done(get.result as never);
    });
    const first = all.find((t) => t.name.includes("Quay tile"))!;
    store.put({ ...first, startedAtMs: Date.now() - 3_600_000, endsAtMs: Date.now() - 600_000 });
    await new Promise((done) => {
      transaction.oncomplete = done;
    });
    db.close();
  });
  await page.close();
  const again = await context.newPage();
  await again.goto(at("posts/scheme-tar"));
  await again
    .getByText(/Quay tile x 6, .* was due 10 min ago/)
    .first()
    .waitFor();
  const list = again.getByRole("list", { name: "Timers" });
  expect(await list.getByRole("listitem").first().textContent()).toMatch(/Quay tile.*due/);
  await list.getByRole("listitem").first().getByRole("button", { name: "Clear" }).click();
  await again.waitForFunction(() => document.querySelectorAll('ul[aria-label="Timers"] > li').length === 2);

  // Five of the twelve posts are done; the rest stays.
  await again.getByRole("button", { name: "Done for some of 12" }).click();
  await again.getByLabel("How many of the 12").fill("13");
  await again.getByRole("button", { name: "These are done" }).click();
  await again.getByText("Say a whole number from 1 to 12.").waitFor();
  await again.getByLabel("How many of the 12").fill("5");
  await again.getByRole("button", { name: "These are done" }).click();
  await again.getByText("Mooring post x 12, 7 left of 12").waitFor();

  // What went wrong leads to why, and its repair stands in the plan before the step.
  await again.getByRole("button", { name: "Went wrong" }).click();
  await again.getByRole("radio", { name: "Runs or sags" }).check();
  await again.getByText("Too much at once, or too near.").waitFor();
  await again.getByRole("button", { name: "Put the repair into the plan" }).click();
  await again
    .getByText(/Its repair is in the plan/)
    .first()
    .waitFor();
  await again.goto(`${ORIGIN}/scenes/withy-sluice/order?on=part%3Awithy-sluice-posts`);
  await again.getByRole("region", { name: "In order" }).locator("tbody tr").first().waitFor();
  const rows = await again.getByRole("region", { name: "In order" }).locator("tbody tr").allTextContents();
  expect(rows.findIndex((t) => t.includes("Sand the spot flat, wet"))).toBeLessThan(
    rows.findIndex((t) => t.includes("Paint the colour")),
  );

  // A picture and a few words stay with the step; a file that is none is refused in a sentence.
  await again.goto(at("front/scheme-colour"));
  await again.getByRole("button", { name: "Note or picture" }).click();
  await again
    .getByLabel("Picture")
    .setInputFiles({ name: "wall.txt", mimeType: "text/plain", buffer: Buffer.from("no picture") });
  await again.getByRole("button", { name: "Keep it" }).click();
  await again.getByText("wall.txt cannot be read as a picture. Take a JPEG or PNG.").waitFor();
  await again
    .getByLabel("Picture")
    .setInputFiles({ name: "wall.png", mimeType: "image/png", buffer: await again.screenshot() });
  await again.getByLabel("In a few words").fill("brick over grey");
  await again.getByRole("button", { name: "Keep it" }).click();
  await again.getByRole("list", { name: "Notes" }).getByAltText("brick over grey").waitFor();

  // A look: what fails goes back into the order for that spot only.
  await again.goto(at("front/look-primer"));
  await again.getByRole("button", { name: "Runs and dry spray: not good" }).click();
  await again.getByRole("button", { name: "Put it back into the order" }).click();
  await again
    .getByText(/put back into the order/)
    .first()
    .waitFor();
  // Skipped, and why.
  await again.goto(at("posts/scheme-seal"));
  await again.getByRole("button", { name: "Skip" }).click();
  await again.getByRole("button", { name: "nobody will see it" }).click();
  await again
    .getByText(/skipped\./)
    .first()
    .waitFor();
  await closeApp(app);
});

it("opens without a network once it was opened with one", async () => {
  const app = await openDemo();
  const { page, context } = app;
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null, undefined, {
    timeout: 60_000,
  });
  await context.setOffline(true);
  await page.goto(`${ORIGIN}/scenes/withy-sluice/order`);
  await page.getByRole("heading", { name: "Order of work" }).waitFor();
  await page.goto(`${ORIGIN}/scenes/withy-sluice/colour`);
  await page.getByRole("heading", { name: "Mixes" }).waitFor();
  await context.setOffline(false);
  await closeApp(app);
});

it("shows in one tab what was changed in another", async () => {
  const app = await openDemo();
  const { page, context } = app;
  const other = await context.newPage();
  await other.goto(`${ORIGIN}/scenes/withy-sluice/rule`);
  await page.goto(`${ORIGIN}/scenes/withy-sluice/parts`);
  await page.getByText("all drawn at 1:72").waitFor();
  await other.getByLabel("Ratio or figure size").fill("1:64");
  await other.getByRole("button", { name: "Set", exact: true }).click();
  await page.getByText("all drawn at 1:64").waitFor();
  await closeApp(app);
});
