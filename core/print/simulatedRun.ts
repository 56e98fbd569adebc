import { luckOf } from "#core/random";
import { believed, successShare, type SuccessRecord, UNMEASURED_RISK } from "#core/print/reprints";
import type { Process } from "#core/print/printer";

/** What of a piece tempts fate on a machine. mm, mm2. */
export type RiskyPiece = {
  readonly pieceId: string;
  readonly name: string;
  readonly slender: number;
  readonly flatMm2: number;
  readonly baseMm: number;
  readonly islands: number;
  /** Share of first runs that its file spoils by itself, [0, 1); 0 where it is not told. */
  readonly fileRisk?: number;
};

/** Ways in which a run ends badly, named as they look, and what to do next time. */
export type FailureCause = {
  readonly code: string;
  readonly looks: string;
  readonly because: string;
  readonly nextTime: string;
};

export const failureCauses: Readonly<Record<Process, readonly FailureCause[]>> = {
  filament: [
    {
      code: "tipped",
      looks: "knocked over in mid-print",
      because: "tall and thin for its foot, and the nozzle caught it",
      nextTime: "a brim, or lay it down",
    },
    {
      code: "corner lifted",
      looks: "a corner lifted off the bed",
      because: "a long flat base pulls inward as it cools",
      nextTime: "a clean, warmer bed, a brim, rounded corners",
    },
    {
      code: "strings",
      looks: "hairs between its parts",
      because: "damp filament or too hot",
      nextTime: "dry the filament, print cooler",
    },
    {
      code: "clogged",
      looks: "layers thin out and stop",
      because: "the nozzle clogged",
      nextTime: "clean the nozzle, check the flow",
    },
    {
      code: "file",
      looks: "walls missing, or shapes that melt into each other",
      because: "files of its source came out less often than others, and it was not printed before",
      nextTime: "look through its layers first, mend the file, or print one copy alone",
    },
  ],
  resin: [
    {
      code: "supports let go",
      looks: "hangs half off its supports",
      because: "spots that begin in mid-air pulled harder than their tips held",
      nextTime: "more tips there, slower lift",
    },
    {
      code: "stuck to the film",
      looks: "the plate is bare and a skin lies in the vat",
      because: "a wide layer parted from the plate instead of the film",
      nextTime: "tilt it, longer bottom exposure, clean plate",
    },
    {
      code: "bowed",
      looks: "thin walls bow",
      because: "tall thin walls cured unevenly",
      nextTime: "ribs, or cure on the supports",
    },
    {
      code: "layer split",
      looks: "a gap between two layers",
      because: "one layer peeled harder than the rest",
      nextTime: "tilt it, slower lift at that height",
    },
    {
      code: "file",
      looks: "walls missing, or shapes that melt into each other",
      because: "files of its source came out less often than others, and it was not printed before",
      nextTime: "look through its layers first, mend the file, or print one copy alone",
    },
  ],
};

/** Odds of each way to fail, and of failing at all. */
export type FailureOdds = {
  /** As measured from what lies on it, before the record of its machine is heard. */
  readonly risk: number;
  readonly total: number;
  readonly byPiece: readonly {
    readonly pieceId: string;
    readonly odds: number;
    readonly likeliest: string;
  }[];
  readonly causes: readonly { readonly code: string; readonly odds: number }[];
};

const logistic = (x: number) => 1 / (1 + Math.exp(-x));

/** How much each way to fail pulls at a piece. */
const pulls = (process: Process, p: RiskyPiece): readonly (readonly [code: string, pull: number])[] =>
  process === "filament"
    ? [
        ["tipped", 1.6 * (p.slender / 8)],
        ["corner lifted", 1.2 * (p.baseMm / 150)],
        ["strings", 0.4],
        ["clogged", 0.3],
      ]
    : [
        ["supports let go", 0.35 * Math.min(8, p.islands) + 0.3],
        ["stuck to the film", 1.4 * (p.flatMm2 / 2000) + 0.2],
        ["bowed", 0.8 * (p.slender / 8)],
        ["layer split", 0.5 * (p.flatMm2 / 2000) + 0.2],
      ];

/** Of a piece with no pull of its own; a plain one comes out at what is assumed of any plate. */
const OFFSET = Math.log(UNMEASURED_RISK / (1 - UNMEASURED_RISK)) - 0.8;
const riskOf = (all: readonly (readonly [string, number])[]) =>
  Math.min(0.9, logistic(OFFSET + all.reduce((s, [, pull]) => s + pull, 0) - 0.7));

/** What its file spoils beside what its shape does, in the same measure. */
function withFile(
  own: readonly (readonly [string, number])[],
  fileRisk: number,
): readonly (readonly [code: string, pull: number])[] {
  if (fileRisk <= 0) return own;
  const sum = own.reduce((s, [, pull]) => s + pull, 0);
  return [...own, ["file", (sum * fileRisk) / riskOf(own)]];
}

/**
 * How likely a plate is to fail: its risk measured by what its pieces are like, logistic in slenderness / 8,
 * level underside / 2000 mm2, base length / 150 mm and islands (common practice); then moved by what its machine
 * has shown with plates of its kind.
 */
export function failureOdds(
  process: Process,
  pieces: readonly RiskyPiece[],
  record: SuccessRecord,
): FailureOdds {
  const each = pieces.map((p) => {
    const all = withFile(pulls(process, p), p.fileRisk ?? 0);
    return { pieceId: p.pieceId, all, risk: 1 - (1 - riskOf(pulls(process, p))) * (1 - (p.fileRisk ?? 0)) };
  });
  // Pieces on one plate share the machine's day: the worst of them, and a little for each other.
  const worst = each.reduce((m, p) => Math.max(m, p.risk), 0.6 * UNMEASURED_RISK);
  const others = Math.min(1, Math.max(0, pieces.length - 1) / 20);
  const risk = pieces.length === 0 ? UNMEASURED_RISK : Math.min(0.95, worst + 0.1 * (1 - worst) * others);
  const total = 1 - successShare(believed(record, risk));
  const causes = new Map<string, number>();
  for (const p of each) {
    const sum = p.all.reduce((s, [, pull]) => s + pull, 0) || 1;
    for (const [code, pull] of p.all) causes.set(code, (causes.get(code) ?? 0) + (p.risk * pull) / sum);
  }
  const sum = [...causes.values()].reduce((s, v) => s + v, 0) || 1;
  return {
    risk,
    total,
    byPiece: each.map((p) => ({
      pieceId: p.pieceId,
      odds: Math.min(1, (p.risk * total) / risk),
      likeliest: [...p.all].sort((x, y) => y[1] - x[1])[0]![0],
    })),
    causes: [...causes].map(([code, v]) => ({ code, odds: v / sum })).sort((p, q) => q.odds - p.odds),
  };
}

/**
 * How a simulated run will go: drawn once when it is started, so that it stays the same however often it is
 * looked at.
 */
export type SimulatedFate = {
  readonly failsAtShare: number | null;
  readonly cause: string;
  readonly lostPieceIds: readonly string[];
};

/** @param seed kept with the run */
export function drawFate(
  process: Process,
  pieces: readonly RiskyPiece[],
  record: SuccessRecord,
  seed: number,
): SimulatedFate {
  const odds = failureOdds(process, pieces, record);
  const luck = luckOf(seed, 17);
  if (luck() >= odds.total || pieces.length === 0) return { failsAtShare: null, cause: "", lostPieceIds: [] };
  let pick = luck();
  const cause = odds.causes.find((c) => (pick -= c.odds) < 0)?.code ?? odds.causes[0]!.code;
  // Some causes take the plate, others the piece that was likeliest to go.
  const whole = cause === "clogged" || cause === "stuck to the film";
  const ranked = [...odds.byPiece].sort((p, q) => q.odds - p.odds || (p.pieceId < q.pieceId ? -1 : 1));
  const lost = whole
    ? pieces.map((p) => p.pieceId)
    : [ranked[Math.min(ranked.length - 1, Math.floor(luck() ** 2 * ranked.length))]!.pieceId];
  return { failsAtShare: 0.1 + 0.85 * luck(), cause, lostPieceIds: lost };
}

/**
 * A run under way, real or simulated. `minutes` as estimated; `speed`: how much faster than life the clock of
 * a simulated one goes.
 */
export type RunUnderWay = {
  readonly startedAtMs: number;
  readonly speed: number;
  readonly warmMinutes: number;
  readonly minutes: number;
  readonly layers: number;
  readonly fate: SimulatedFate | null;
};

export type RunState = {
  readonly phase: "warming" | "printing" | "done" | "failed";
  readonly layer: number;
  readonly layers: number;
  readonly share: number;
  readonly leftMinutes: number;
};

/**
 * What a machine is doing at a moment. A failed one stands still at the layer where it failed; a real one
 * whose time is up
 * counts as done until somebody says otherwise. A clock set back shows the start.
 */
export function runStateAt(run: RunUnderWay, nowMs: number): RunState {
  const minutes = Math.max(0, ((nowMs - run.startedAtMs) / 60_000) * run.speed);
  const { warmMinutes, layers } = run;
  const printing = Math.max(1e-9, run.minutes - warmMinutes);
  if (minutes < warmMinutes)
    return { phase: "warming", layer: 0, layers, share: 0, leftMinutes: run.minutes - minutes };
  const share = Math.min(1, (minutes - warmMinutes) / printing);
  const failsAt = run.fate?.failsAtShare ?? null;
  if (failsAt !== null && share >= failsAt)
    return {
      phase: "failed",
      layer: Math.max(1, Math.ceil(failsAt * layers)),
      layers,
      share: failsAt,
      leftMinutes: 0,
    };
  if (share >= 1) return { phase: "done", layer: layers, layers, share: 1, leftMinutes: 0 };
  return {
    phase: "printing",
    layer: Math.min(layers, Math.floor(share * layers) + 1),
    layers,
    share,
    leftMinutes: run.minutes - minutes,
  };
}
