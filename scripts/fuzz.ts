// npm run fuzz [-- --share 0.1] [--seed N] [--only NAME]: 30,000 files, hurt, made up and made to burst,
// through every reader. `rules` trips the rules of the order instead: see fuzz/rules.ts.
// No case may take over 5 s or 500 MB, throw, or end without a sentence. A case is named by its reader and
// seed.
import { fork } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { type FuzzedReader, readers } from "./fuzz/readers";
import { diceOf, noise, wounded } from "./fuzz/wounds";

const FILES = 30_000;
const MOST_MS = 5000;
const MOST_MB = 500;
/** Cases a child does before another takes over, so that what is left behind does not add up. */
const BATCH = 250;
const KEPT = "tests/corpus/archives";

type Told = {
  readonly seed: number;
  readonly ms: number;
  readonly mb: number;
  readonly read: boolean;
  readonly wrong: string | null;
};

const all = (): readonly FuzzedReader[] =>
  readers(readdirSync(KEPT).map((name) => new Uint8Array(readFileSync(`${KEPT}/${name}`))));
const option = (name: string) => process.argv[process.argv.indexOf(`--${name}`) + 1];
const asked = (name: string) => process.argv.includes(`--${name}`);

/** Three of four files are whole ones hurt, the rest bombs and noise. */
function fileOf(reader: FuzzedReader, seed: number): Uint8Array {
  const dice = diceOf(seed);
  const kind = dice(16);
  if (kind === 0) return noise(dice);
  if (kind < 4) return reader.bombs[dice(reader.bombs.length)]!(dice);
  return wounded(reader.whole[dice(reader.whole.length)]!, dice);
}

const megabytes = () => process.resourceUsage().maxRSS / 1024;

async function caseOf(reader: FuzzedReader, seed: number): Promise<Told> {
  const file = fileOf(reader, seed);
  const before = Math.max(megabytes(), 0);
  const from = performance.now();
  let read = false;
  let wrong: string | null = null;
  try {
    read = await reader.read(file);
  } catch (error) {
    wrong = error instanceof Error ? (error.stack ?? error.message).slice(0, 600) : String(error);
  }
  return { seed, ms: performance.now() - from, mb: Math.max(0, megabytes() - before), read, wrong };
}

/** The child: does its cases one by one and tells each as it begins and ends. */
async function work(name: string, from: number, to: number): Promise<void> {
  const reader = all().find((r) => r.name === name)!;
  for (let seed = from; seed < to; seed++) {
    process.send!({ begin: seed });
    process.send!({ outcome: await caseOf(reader, seed) });
  }
  process.disconnect();
}

/** `late`: cases that took too long, each with its failure; they are tried once more with nothing beside them. */
type Sum = {
  files: number;
  read: number;
  slowestMs: number;
  mostMb: number;
  failures: string[];
  late: { seed: number; failure: string }[];
};
const noSum = (): Sum => ({ files: 0, read: 0, slowestMs: 0, mostMb: 0, failures: [], late: [] });

/**
 * Runs cases in a child of their own; one that hangs or dies is a failure, and the next child goes on behind
 * it.
 */
async function batch(name: string, from: number, to: number, sum: Sum): Promise<void> {
  let next = from;
  while (next < to) {
    const child = fork(fileURLToPath(import.meta.url), ["--child", name, String(next), String(to)], {
      execArgv: [...process.execArgv, "--max-old-space-size=700"],
      stdio: ["ignore", "ignore", "inherit", "ipc"],
    });
    let current = next;
    let watch: NodeJS.Timeout | undefined;
    const ended = new Promise<void>((done) => child.once("exit", () => done()));
    let hung = false;
    child.on("message", (message: { begin?: number; outcome?: Told }) => {
      if (message.begin !== undefined) {
        current = message.begin;
        clearTimeout(watch);
        // The limit counts the case; a machine that is shared gets as much again before it is ended.
        watch = setTimeout(() => {
          hung = true;
          child.kill("SIGKILL");
        }, 2 * MOST_MS);
      }
      if (message.outcome) {
        clearTimeout(watch);
        note(name, message.outcome, sum);
        next = message.outcome.seed + 1;
      }
    });
    await ended;
    clearTimeout(watch);
    if (next < to) {
      if (hung) sum.late.push({ seed: current, failure: `${name} ${current}: over ${2 * MOST_MS} ms` });
      else sum.failures.push(`${name} ${current}: the process died`);
      next = current + 1;
    }
  }
}

function note(name: string, { seed, ms, mb, read, wrong }: Told, sum: Sum): void {
  sum.files++;
  if (read) sum.read++;
  sum.slowestMs = Math.max(sum.slowestMs, ms);
  sum.mostMb = Math.max(sum.mostMb, mb);
  if (wrong) sum.failures.push(`${name} ${seed}: ${wrong}`);
  if (ms > MOST_MS) sum.late.push({ seed, failure: `${name} ${seed}: ${Math.round(ms)} ms` });
  if (mb > MOST_MB) sum.failures.push(`${name} ${seed}: ${Math.round(mb)} MB`);
}

/** A shared machine has slow seconds of its own: what is late once more, alone, is a failure. */
async function triedAgain(name: string, sum: Sum): Promise<void> {
  for (const { seed, failure } of sum.late) {
    const alone = noSum();
    await batch(name, seed, seed + 1, alone);
    const again = [...alone.failures, ...alone.late.map((l) => l.failure)];
    if (again.length > 0) sum.failures.push(failure, ...again);
  }
}

async function main(): Promise<void> {
  const share = asked("share") ? Number(option("share")) : 1;
  const first = asked("seed") ? Number(option("seed")) : 1;
  const names = all()
    .map((r) => r.name)
    .filter((name) => !asked("only") || name === option("only"));
  const each = Math.ceil((FILES * share) / all().length);
  const sums = new Map(names.map((name) => [name, noSum()]));
  const batches = names.flatMap((name) => {
    const starts = Array.from({ length: Math.ceil(each / BATCH) }, (_, i) => first + i * BATCH);
    return starts.map((from) => [name, from, Math.min(first + each, from + BATCH)] as const);
  });
  const lane = async () => {
    for (let next = batches.shift(); next; next = batches.shift())
      await batch(next[0], next[1], next[2], sums.get(next[0])!);
  };
  await Promise.all([lane(), lane()]);
  for (const [name, sum] of sums) await triedAgain(name, sum);
  console.log("reader          files   read  slowest     most");
  for (const [name, s] of sums) {
    console.log(
      `${name.padEnd(14)} ${String(s.files).padStart(6)} ${String(s.read).padStart(6)} ${`${Math.round(s.slowestMs)} ms`.padStart(8)} ${`${Math.round(s.mostMb)} MB`.padStart(8)}`,
    );
  }
  const failures = [...sums.values()].flatMap((s) => s.failures);
  for (const failure of failures.slice(0, 20)) console.error(failure);
  console.log(
    failures.length === 0
      ? "Every case ended in time, in bounds and in a sentence."
      : `${failures.length} cases failed.`,
  );
  process.exit(failures.length === 0 ? 0 : 1);
}

if (process.argv[2] === "rules") await import("./fuzz/rules");
else if (process.argv[2] === "--child")
  await work(process.argv[3]!, Number(process.argv[4]), Number(process.argv[5]));
else await main();
