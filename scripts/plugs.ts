// npm run plugs [-- --rounds 300] [--seed N]: a browser is killed in the middle of what a builder does, over
// and over.
// Nothing that was told as kept may be lost, nothing may be kept by half, and everything must open again.
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { diceOf } from "./fuzz/wounds";
import { type Act, acts, archiveIn, undo } from "./plugs/acts";
import { plugIn, type PluggedBrowser } from "./plugs/browser";
import { brokenLinks, differences, type Snapshot, snapshotOf } from "./plugs/snapshot";
// @ts-expect-error a plain script without types
import { serve } from "./server.mjs";

const ROUNDS = 300;
const PORT = 4393;
const ORIGIN = `http://127.0.0.1:${PORT}`;
/** Longest wait before the plug is pulled; most acts are over by then, which is tried too. */
const LATEST_MS = 2400;
/** One in so many rounds begins with an empty browser, and its first start is cut. */
const FIRST_START_EVERY = 10;

const option = (name: string) =>
  process.argv.includes(`--${name}`) ? Number(process.argv[process.argv.indexOf(`--${name}`) + 1]) : null;
const rounds = option("rounds") ?? ROUNDS;
const dice = diceOf(option("seed") ?? 1);

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
const failures: string[] = [];
const results = new Map<string, { rounds: number; told: number; kept: number }>();

async function opened(profile: string): Promise<PluggedBrowser> {
  const browser = await plugIn(profile);
  // A page that needs no plan: those that do are opened by what is done next.
  await browser.page.goto(`${ORIGIN}/workshop`);
  await browser.page.getByRole("heading", { name: "Workshop" }).waitFor();
  return browser;
}

/** Cuts the first start of an empty browser, and looks whether the next one finishes it. */
async function firstStart(round: number): Promise<void> {
  const profile = mkdtempSync(join(tmpdir(), "plug-first-"));
  const browser = await plugIn(profile);
  void browser.page.goto(ORIGIN).catch(() => undefined);
  await wait(dice(5000));
  await browser.pull();
  const again = await opened(profile);
  const kept = await snapshotOf(again.page);
  const today = await again.page.evaluate(() => new Date().toLocaleDateString("sv-SE"));
  const wrong = [
    ...brokenLinks(kept),
    ...(kept.tables.scenes!.length === 2 ? [] : [`${kept.tables.scenes!.length} scenes`]),
    ...(kept.tables.scenes!.every((s) => s.startOn === today) ? [] : ["a scene that does not start today"]),
    ...(kept.tables.settings!.some((s) => s.id === "started") ? [] : ["no note of the start"]),
  ];
  count("a first start", false, wrong.length === 0);
  for (const what of wrong) failures.push(`round ${round}, a first start: ${what}`);
  await again.pull();
  rmSync(profile, { recursive: true, force: true });
}

function count(name: string, wasTold: boolean, isKept: boolean): void {
  const sum = results.get(name) ?? { rounds: 0, told: 0, kept: 0 };
  results.set(name, {
    rounds: sum.rounds + 1,
    told: sum.told + Number(wasTold),
    kept: sum.kept + Number(isKept),
  });
}

/** Does something, pulls the plug in the middle of it or just after, and looks at what is there. */
async function round(
  number: number,
  browser: PluggedBrowser,
  profile: string,
  act: Act,
): Promise<PluggedBrowser> {
  const { page } = browser;
  await act.go(page, ORIGIN);
  const before = await snapshotOf(page);
  let isTold = false;
  const doing = act.do(page, number).then(
    () => (isTold = true),
    () => undefined,
  );
  const after = dice(LATEST_MS);
  await Promise.race([wait(after), doing.then(() => wait(dice(60)))]);
  const wasTold = isTold;
  await browser.pull();
  const again = await opened(profile);
  judge(number, act, before, await snapshotOf(again.page), wasTold);
  return again;
}

/** What there was before each change that is kept, the last one last: what undo has to bring back. */
const history: Snapshot[] = [];

function judge(number: number, act: Act, before: Snapshot, after: Snapshot, wasTold: boolean): void {
  const changed = differences(before, after);
  const back = act === undo ? history.at(-1)! : null;
  const isWhole =
    changed.length > 0 && (back ? differences(back, after).length === 0 : act.isWhole(changed, number));
  if (changed.length > 0) {
    if (back) history.pop();
    else history.push(before);
  }
  const where = `round ${number}, ${act.name}`;
  for (const broken of brokenLinks(after)) failures.push(`${where}: ${broken}`);
  if (changed.length > 0 && !isWhole)
    failures.push(
      `${where}: kept by half: ${changed
        .map((d) => `${d.table} ${d.id}`)
        .slice(0, 6)
        .join(", ")}`,
    );
  // An archive may bring what is there already.
  if (wasTold && changed.length === 0 && act !== archiveIn) failures.push(`${where}: told as kept and lost`);
  count(act.name, wasTold, isWhole);
}

/** Undo only what was done here: the samples stay. */
function nextAct(): Act {
  const act = acts[dice(acts.length)]!;
  return act === undo && history.length === 0 ? nextAct() : act;
}

const server = (await serve(resolve("build/client"), PORT)) as { close: () => void };
const profile = mkdtempSync(join(tmpdir(), "plug-"));
let browser = await opened(profile);
for (let number = 0; number < rounds; number++) {
  if (number % FIRST_START_EVERY === FIRST_START_EVERY - 1) await firstStart(number);
  else browser = await round(number, browser, profile, nextAct());
  if ((number + 1) % 10 === 0)
    console.log(`${number + 1} of ${rounds} plugs pulled, ${failures.length} wrong`);
}
await browser.pull();
server.close();
rmSync(profile, { recursive: true, force: true });

console.log("what was done              plugs   told   kept");
for (const [name, s] of [...results].sort())
  console.log(
    `${name.padEnd(25)} ${String(s.rounds).padStart(6)} ${String(s.told).padStart(6)} ${String(s.kept).padStart(6)}`,
  );
for (const failure of failures) console.error(failure);
console.log(
  failures.length === 0
    ? "Nothing told as kept was lost, nothing was kept by half, everything opened."
    : `${failures.length} wrong.`,
);
process.exit(failures.length === 0 ? 0 : 1);
