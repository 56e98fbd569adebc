import { type Outcome, type Problem, refused, success } from "#core/outcome";
import { type NumberScan, scanNumberInto } from "#core/formats/asciiNumber";
import { filamentAreaMm2 } from "#core/print/bead";
import { cornerSpeed, type Motion, moveSecondsBetween, USUAL_CORNER_MM } from "#core/print/kinematics";

/**
 * What the moves of a machine file come to, and beside it what its comments say. Lengths mm, time minutes.
 */
export type GcodeReport = {
  readonly minutes: number;
  readonly filamentMm: number;
  readonly millilitres: number;
  readonly moves: number;
  readonly layers: number;
  readonly heightMm: number;
  readonly layerMm: number | null;
  readonly min: readonly [number, number, number];
  readonly max: readonly [number, number, number];
  readonly hottestNozzleC: number | null;
  readonly hottestBedC: number | null;
  /** Lines that no machine of this kind would understand. */
  readonly strange: number;
  readonly reported: {
    readonly minutes: number | null;
    readonly filamentMm: number | null;
    readonly grams: number | null;
    readonly layerMm: number | null;
    readonly settings: Readonly<Record<string, string>>;
  };
};

export type GcodeProblem = Problem<"gcode/empty" | "gcode/no-moves" | "gcode/not-text" | "gcode/absurd">;

/** How the machine moves where the file does not say. Speeds mm/s. */
export type GcodeMachine = {
  readonly acceleration: number;
  readonly travelSpeed: number;
  readonly cornerMm: number;
  readonly filamentMm: number;
};
export const usualMachine: GcodeMachine = {
  acceleration: 1500,
  travelSpeed: 150,
  cornerMm: USUAL_CORNER_MM,
  filamentMm: 1.75,
};

/** Moves that are looked ahead over; half of them are settled when it is full. */
const AHEAD = 4096;
/** Longest line that is looked at. */
const LONGEST_LINE = 4096;
const MM_PER_INCH = 25.4;
/**
 * What no machine on a bench does: a way further than ten metres, ten metres a second, a wait of over a week,
 * a speeding up
 * beyond a thousand times that of gravity, a thousand degrees, a run of over a year. Our choice; honest files
 * stay far below.
 */
const FURTHEST_MM = 10_000;
const FASTEST_MM_S = 10_000;
const LONGEST_WAIT_S = 7 * 86_400;
const LONGEST_RUN_S = 365 * 86_400;
const LEAST_ACCELERATION = 1;
const MOST_ACCELERATION = 1e7;
const HOTTEST_C = 1000;
const MOST_FILAMENT_MM = 1e8;
/** Settings kept from comments. */
const MOST_SETTINGS = 80;

/**
 * Reads a machine file piece by piece, so that one of any size goes through little memory: G0 to G3, G4, G20
 * and G21, G28,
 * G90 to G92, M82 and M83, M204, temperatures. Time is by the same look-ahead as our own estimates.
 */
export class GcodeReader {
  /** The line that was cut by the end of a piece, with room for an end that no number goes past. */
  private readonly line = new Uint8Array(LONGEST_LINE + 1);
  private lines = 0;
  private absurd: string | null = null;
  private held = 0;
  private bytes = 0;
  private readonly scan: NumberScan = { value: 0, end: 0 };
  private readonly words = new Float64Array(26);
  private present = 0;
  // Where the machine is, mm; E is what was fed since the last time it was set.
  private x = 0;
  private y = 0;
  private z = 0;
  private e = 0;
  private feed = 25;
  private unit = 1;
  private absolute = true;
  private absoluteE = true;
  private acceleration: number;
  private motion: Motion;
  private readonly machine: GcodeMachine;
  // What came together.
  private filament = 0;
  private peakE = 0;
  private totalE = 0;
  private moves = 0;
  private strange = 0;
  private extra = 0;
  private readonly low = [Infinity, Infinity, Infinity];
  private readonly high = [-Infinity, -Infinity, -Infinity];
  private readonly layerZ: number[] = [];
  private lastLayerZ = -Infinity;
  private nozzle: number | null = null;
  private bed: number | null = null;
  private readonly comments = new Map<string, string>();
  // The look-ahead: length, limit, highest speed at the start, acceleration.
  private count = 0;
  private readonly length = new Float64Array(AHEAD);
  private readonly limit = new Float64Array(AHEAD);
  private readonly corner = new Float64Array(AHEAD);
  private readonly accel = new Float64Array(AHEAD);
  private entry = 0;
  private readonly ending = new Float64Array(3);
  private before = 0;
  /**
   * A move on its way into the look-ahead: length, limit, the directions that it begins and ends in. In an
   * array, since numbers handed over one by one are boxed.
   */
  private readonly move = new Float64Array(8);
  private seconds = 0;

  constructor(machine: GcodeMachine = usualMachine) {
    this.machine = machine;
    this.acceleration = machine.acceleration;
    this.motion = machine;
  }

  /** Takes the next stretch of the file; it may end anywhere. */
  feedBytes(chunk: Uint8Array): void {
    const { line } = this;
    this.bytes += chunk.byteLength;
    for (let i = 0; i < chunk.byteLength;) {
      let end = i;
      while (end < chunk.byteLength && chunk[end] !== 10) end++;
      const take = Math.min(end - i, LONGEST_LINE - this.held);
      // A whole line of usual length is read where it lies; any other is put together first.
      if (this.held === 0 && end < chunk.byteLength && end - i <= LONGEST_LINE) this.readLine(chunk, i, end);
      else {
        for (let k = 0; k < take; k++) line[this.held + k] = chunk[i + k]!;
        this.held += take;
        if (end < chunk.byteLength) this.readHeld();
      }
      i = end + 1;
    }
  }

  /**
   * Reads the line that was put together. Behind it stands an end, so that nothing of an older line is read
   * with it.
   */
  private readHeld(): void {
    this.line[this.held] = 10;
    this.readLine(this.line, 0, this.held);
    this.held = 0;
  }

  /** @returns what the file came to, or why it is no machine file */
  finish(): Outcome<GcodeReport, GcodeProblem> {
    if (this.held > 0) this.readHeld();
    this.settle(true);
    if (this.bytes === 0) return refused("gcode/empty", "The file is empty. Export it again.");
    this.checkSums();
    if (this.absurd !== null) {
      return refused(
        "gcode/absurd",
        `${this.absurd} The file is damaged or for another kind of machine; export it again.`,
      );
    }
    if (this.moves === 0)
      return refused(
        this.strange > 20 ? "gcode/not-text" : "gcode/no-moves",
        "The file holds no moves of a filament machine. It is probably another kind of file.",
      );
    const top = this.layerZ.at(-1) ?? 0;
    const steps = this.layerZ
      .slice(1)
      .map((v, i) => v - this.layerZ[i]!)
      .sort((p, q) => p - q);
    return success({
      minutes: (this.seconds + this.extra) / 60,
      filamentMm: this.filament,
      millilitres: (this.filament * filamentAreaMm2(this.machine.filamentMm)) / 1000,
      moves: this.moves,
      layers: this.layerZ.length,
      heightMm: top,
      layerMm: steps.length > 0 ? steps[steps.length >> 1]! : (this.layerZ[0] ?? null),
      min: this.low.map((v) => (Number.isFinite(v) ? v : 0)) as [number, number, number],
      max: this.high.map((v) => (Number.isFinite(v) ? v : 0)) as [number, number, number],
      hottestNozzleC: this.nozzle,
      hottestBedC: this.bed,
      strange: this.strange,
      reported: reportedOf(this.comments),
    });
  }

  /** Keeps the first thing that no machine does, with its line. */
  private refuse(what: string): void {
    this.absurd ??= `Line ${this.lines} ${what}.`;
  }

  private checkSums(): void {
    const seconds = this.seconds + this.extra;
    if (!(seconds <= LONGEST_RUN_S)) this.absurd ??= "Its moves would take over a year.";
    if (!(this.filament <= MOST_FILAMENT_MM))
      this.absurd ??= "It would feed over a hundred kilometres of filament.";
  }

  private readLine(b: Uint8Array, from: number, to: number): void {
    this.lines++;
    let i = from;
    while (i < to && b[i]! <= 32) i++;
    if (i >= to) return;
    if (b[i] === 59) {
      this.readComment(b, i + 1, to);
      return;
    }
    this.present = 0;
    let command = 0;
    let number = -1;
    while (i < to) {
      const c = b[i]!;
      if (c <= 32) {
        i++;
        continue;
      }
      if (c === 59) {
        this.readComment(b, i + 1, to);
        break;
      }
      if (c === 40) {
        while (i < to && b[i] !== 41) i++;
        i++;
        continue;
      }
      const letter = (c & 0xdf) - 65;
      if (letter < 0 || letter > 25) {
        // A checksum ends a line; anything else is not of this language.
        if (c !== 42) this.strange++;
        break;
      }
      i++;
      while (i < to && b[i]! <= 32) i++;
      scanNumberInto(b, i, this.scan, false);
      const has = this.scan.end > i && this.scan.end <= to;
      if (command === 0 && (letter === 6 || letter === 12 || letter === 19)) {
        command = letter + 65;
        number = has ? this.scan.value : -1;
      } else if (letter !== 13 || command !== 0) {
        this.words[letter] = has ? this.scan.value : Number.NaN;
        this.present |= 1 << letter;
      }
      if (has) i = this.scan.end;
      else while (i < to && b[i]! > 32 && b[i] !== 59) i++;
    }
    if (command === 71) this.doG(number);
    else if (command === 77) this.doM(number);
    else if (command === 0 && this.present !== 0) this.strange++;
  }

  private has(letter: number): boolean {
    return (this.present & (1 << letter)) !== 0 && !Number.isNaN(this.words[letter]!);
  }

  private doG(n: number): void {
    const { words } = this;
    switch (n) {
      case 0:
      case 1:
        this.straight(n === 0);
        break;
      case 2:
      case 3:
        this.arc(n === 2);
        break;
      case 4:
        this.settle(true);
        this.wait(this.has(18) ? words[18]! : this.has(15) ? words[15]! / 1000 : 0);
        break;
      case 20:
        this.unit = MM_PER_INCH;
        break;
      case 21:
        this.unit = 1;
        break;
      case 28:
        this.settle(true);
        if (!this.has(23) && !this.has(24) && !this.has(25) && (this.present & 0x3800000) === 0)
          this.x = this.y = this.z = 0;
        else {
          if (this.present & (1 << 23)) this.x = 0;
          if (this.present & (1 << 24)) this.y = 0;
          if (this.present & (1 << 25)) this.z = 0;
        }
        break;
      case 90:
        this.absolute = this.absoluteE = true;
        break;
      case 91:
        this.absolute = this.absoluteE = false;
        break;
      case 92:
        if (this.has(23)) this.x = words[23]! * this.unit;
        if (this.has(24)) this.y = words[24]! * this.unit;
        if (this.has(25)) this.z = words[25]! * this.unit;
        if (this.has(4)) this.e = words[4]! * this.unit;
        break;
    }
  }

  private wait(seconds: number): void {
    if (seconds > LONGEST_WAIT_S) this.refuse("waits for over a week");
    else this.extra += Math.max(0, seconds);
  }

  private accelerate(to: number): void {
    if (!(to >= LEAST_ACCELERATION && to <= MOST_ACCELERATION)) {
      this.refuse(`asks for an acceleration of ${shown(to)} mm/s²`);
      return;
    }
    this.acceleration = to;
    this.motion = { acceleration: to, cornerMm: this.machine.cornerMm };
  }

  private heat(before: number | null, to: number): number {
    if (to > HOTTEST_C) this.refuse(`asks for ${shown(to)} °C`);
    return Math.max(before ?? 0, to);
  }

  private doM(n: number): void {
    const { words } = this;
    if (n === 82) this.absoluteE = true;
    else if (n === 83) this.absoluteE = false;
    else if (n === 204) {
      const a = this.has(15) ? words[15]! : this.has(18) ? words[18]! : this.has(19) ? words[19]! : 0;
      if (a > 0) this.accelerate(a * this.unit);
    } else if ((n === 104 || n === 109) && this.has(18)) this.nozzle = this.heat(this.nozzle, words[18]!);
    else if ((n === 140 || n === 190) && this.has(18)) this.bed = this.heat(this.bed, words[18]!);
  }

  /** How much is fed by this line, mm, and E moved on. */
  private fed(): number {
    if (!this.has(4)) return 0;
    const v = this.words[4]! * this.unit;
    const by = this.absoluteE ? v - this.e : v;
    if (!(Math.abs(by) <= FURTHEST_MM)) {
      this.refuse(`feeds ${shown(by)} mm at once`);
      return 0;
    }
    this.e += by;
    this.totalE += by;
    // Pulled back and fed again counts once.
    if (this.totalE > this.peakE) {
      this.filament += this.totalE - this.peakE;
      this.peakE = this.totalE;
    }
    return by;
  }

  private target(letter: number, current: number): number {
    if (!this.has(letter)) return current;
    const there = this.words[letter]! * this.unit + (this.absolute ? 0 : current);
    if (Math.abs(there) <= FURTHEST_MM) return there;
    this.refuse(
      `moves ${"ABCDEFGHIJKLMNOPQRSTUVWXYZ"[letter]} to ${shown(there)} mm, further than any bed reaches`,
    );
    return current;
  }

  private takeFeed(): void {
    if (!this.has(5) || !(this.words[5]! > 0)) return;
    const feed = (this.words[5]! * this.unit) / 60;
    if (feed > FASTEST_MM_S) this.refuse(`asks for ${shown(feed)} mm a second`);
    else this.feed = feed;
  }

  private straight(rapid: boolean): void {
    this.takeFeed();
    const x = this.target(23, this.x);
    const y = this.target(24, this.y);
    const z = this.target(25, this.z);
    const by = this.fed();
    const dx = x - this.x;
    const dy = y - this.y;
    const dz = z - this.z;
    const l = Math.sqrt(dx * dx + dy * dy + dz * dz);
    if (by > 0 && (dx !== 0 || dy !== 0)) {
      this.reach(this.x, this.y, z);
      this.reach(x, y, z);
      this.layerAt(z);
    }
    this.x = x;
    this.y = y;
    this.z = z;
    if (l < 1e-9) {
      if (by !== 0) {
        // Feeding alone: everything else stands still.
        this.settle(true);
        this.extra += Math.abs(by) / Math.max(this.feed, 1e-3);
        this.moves++;
      }
      return;
    }
    const { move } = this;
    move[0] = l;
    move[1] = rapid && !this.has(5) ? Math.max(this.feed, this.machine.travelSpeed) : this.feed;
    move[2] = move[5] = dx / l;
    move[3] = move[6] = dy / l;
    move[4] = move[7] = dz / l;
    this.add();
  }

  private arc(clockwise: boolean): void {
    this.takeFeed();
    const x = this.target(23, this.x);
    const y = this.target(24, this.y);
    const z = this.target(25, this.z);
    const by = this.fed();
    let cx: number;
    let cy: number;
    if (this.has(17)) {
      // By its radius: the middle lies beside the middle of the chord.
      const r = this.words[17]! * this.unit;
      const dx = x - this.x;
      const dy = y - this.y;
      const d = Math.hypot(dx, dy);
      const h = Math.sqrt(Math.max(0, r * r - (d * d) / 4)) * (r < 0 !== clockwise ? -1 : 1);
      cx = (this.x + x) / 2 - (h * dy) / (d || 1);
      cy = (this.y + y) / 2 + (h * dx) / (d || 1);
    } else {
      cx = this.x + (this.has(8) ? this.words[8]! * this.unit : 0);
      cy = this.y + (this.has(9) ? this.words[9]! * this.unit : 0);
    }
    const r = Math.hypot(this.x - cx, this.y - cy);
    if (!(r <= FURTHEST_MM)) {
      this.refuse(`turns about a point ${shown(r)} mm away`);
      return;
    }
    const a0 = Math.atan2(this.y - cy, this.x - cx);
    const a1 = Math.atan2(y - cy, x - cx);
    let sweep = clockwise ? a0 - a1 : a1 - a0;
    if (sweep <= 1e-9) sweep += 2 * Math.PI;
    const flat = r * sweep;
    const l = Math.hypot(flat, z - this.z);
    const s = clockwise ? -1 : 1;
    const rise = l > 0 ? (z - this.z) / l : 0;
    const level = l > 0 ? flat / l : 0;
    if (by > 0) {
      // The quarters that it passes reach furthest.
      for (
        let q = Math.ceil(Math.min(a0, a0 + s * sweep) / (Math.PI / 2));
        q * (Math.PI / 2) <= Math.max(a0, a0 + s * sweep);
        q++
      )
        this.reach(cx + r * Math.cos((q * Math.PI) / 2), cy + r * Math.sin((q * Math.PI) / 2), z);
      this.reach(this.x, this.y, z);
      this.reach(x, y, z);
      this.layerAt(z);
    }
    this.x = x;
    this.y = y;
    this.z = z;
    if (l < 1e-9) return;
    this.move.set([
      l,
      Math.min(this.feed, Math.sqrt(this.acceleration * Math.max(r, 1e-6))),
      -s * Math.sin(a0) * level,
      s * Math.cos(a0) * level,
      rise,
      -s * Math.sin(a1) * level,
      s * Math.cos(a1) * level,
      rise,
    ]);
    this.add();
  }

  private reach(x: number, y: number, z: number): void {
    const { low, high } = this;
    if (x < low[0]!) low[0] = x;
    if (x > high[0]!) high[0] = x;
    if (y < low[1]!) low[1] = y;
    if (y > high[1]!) high[1] = y;
    if (z < low[2]!) low[2] = z;
    if (z > high[2]!) high[2] = z;
  }

  private layerAt(z: number): void {
    if (z > this.lastLayerZ + 1e-4) {
      this.layerZ.push(z);
      this.lastLayerZ = z;
    }
  }

  private add(): void {
    this.moves++;
    if (this.count === AHEAD) this.settle(false);
    const { move, ending, count } = this;
    const l = move[0]!;
    const first = count === 0 && this.entry === 0 && this.before === 0;
    this.length[count] = l;
    this.limit[count] = Math.max(move[1]!, 1e-3);
    this.corner[count] = first
      ? 0
      : cornerSpeed(
          ending[0]! * move[2]! + ending[1]! * move[3]! + ending[2]! * move[4]!,
          Math.min(this.before, l),
          this.motion,
        );
    this.accel[count] = this.acceleration;
    this.count++;
    ending[0] = move[5]!;
    ending[1] = move[6]!;
    ending[2] = move[7]!;
    this.before = l;
  }

  /**
   * Settles the moves looked ahead over: all of them to a standstill, or the first half while the rest waits
   * for more.
   */
  private settle(stop: boolean): void {
    const { count, length, limit, corner, accel } = this;
    if (count > 0) {
      const part = stop ? count : count >> 1;
      // Backward: what can still be braked from. Kept apart from the corners, which the rest still needs.
      const entries = new Float64Array(part + 1);
      let next = 0;
      for (let i = count - 1; i >= 0; i--) {
        let v = Math.min(corner[i]!, limit[i]!, Math.sqrt(next * next + 2 * accel[i]! * length[i]!));
        if (i > 0) v = Math.min(v, limit[i - 1]!);
        if (i <= part) entries[i] = v;
        next = v;
      }
      let speed = Math.min(this.entry, entries[0]!);
      for (let i = 0; i < part; i++) {
        const end = Math.min(
          i + 1 < count ? entries[i + 1]! : 0,
          Math.sqrt(speed * speed + 2 * accel[i]! * length[i]!),
        );
        this.seconds += moveSecondsBetween(length[i]!, speed, end, limit[i]!, accel[i]!);
        speed = end;
      }
      this.entry = speed;
      for (const list of [length, limit, corner, accel]) list.copyWithin(0, part, count);
      this.count = count - part;
    }
    if (stop) {
      this.entry = 0;
      this.before = 0;
    }
  }

  private readComment(b: Uint8Array, from: number, to: number): void {
    if (this.comments.size >= MOST_SETTINGS * 4 || to - from > 400) return;
    let split = -1;
    for (let i = from; i < to; i++) {
      if (b[i] === 61 || b[i] === 58) {
        split = i;
        break;
      }
    }
    if (split < 0) return;
    const text = (a: number, z: number) => String.fromCharCode(...b.subarray(a, z)).trim();
    const key = text(from, split).toLowerCase();
    const value = text(split + 1, to);
    if (key !== "" && key.length < 60 && value !== "" && !this.comments.has(key))
      this.comments.set(key, value);
  }
}

/** What comments say, whoever wrote them: any line that names a thing and its value. */
function reportedOf(comments: ReadonlyMap<string, string>): GcodeReport["reported"] {
  let minutes: number | null = null;
  let filamentMm: number | null = null;
  let grams: number | null = null;
  let layerMm: number | null = null;
  for (const [key, value] of comments) {
    if (/\btime\b/.test(key) && !/elapsed|remaining|first layer|layer time|minimum|min_/.test(key))
      minutes ??= possible(minutesOf(value) ?? -1, LONGEST_RUN_S / 60);
    if (/filament/.test(key) && /used|length|amount/.test(key)) {
      const unit = /\[(\w+)\]/.exec(key)?.[1] ?? /[\d.]\s*(mm3|cm3|mm|cm|m|g)\b/.exec(value)?.[1] ?? "mm";
      const amount = Number.parseFloat(value.replaceAll(",", "."));
      if (possible(amount, MOST_FILAMENT_MM) !== null) {
        if (unit === "g") grams ??= amount;
        else if (unit === "m") filamentMm ??= amount * 1000;
        else if (unit === "cm") filamentMm ??= amount * 10;
        else if (unit === "mm") filamentMm ??= amount;
      }
    }
    if (/^(layer[ _]?height|layer[ _]thickness)$/.test(key.replace(/\s*\[.*\]/, "")))
      layerMm ??= positive(Number.parseFloat(value));
  }
  return {
    minutes,
    filamentMm,
    grams,
    layerMm,
    settings: Object.fromEntries([...comments].slice(0, MOST_SETTINGS)),
  };
}

const positive = (v: number) => (v > 0 && v < 10 ? v : null);

/** `12,000`, or `1e+30` where nobody would read the digits. */
const shown = (v: number) => (Math.abs(v) < 1e9 ? Math.round(v).toLocaleString("en") : v.toPrecision(1));

/** What a comment reports, where a machine could have done it. */
const possible = (v: number, most: number) => (v >= 0 && v <= most ? v : null);

/** `1d 2h 3m 4s`, `01:02:03`, or plain seconds. */
function minutesOf(value: string): number | null {
  const clock = /^(\d+):(\d\d):(\d\d)$/.exec(value);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]) + Number(clock[3]) / 60;
  const named = [...value.matchAll(/(\d+(?:\.\d+)?)\s*(d|h|m|s)/gi)];
  if (named.length > 0)
    return named.reduce(
      (sum, [, n, u]) =>
        sum + Number(n) * { d: 1440, h: 60, m: 1, s: 1 / 60 }[u!.toLowerCase() as "d" | "h" | "m" | "s"],
      0,
    );
  const seconds = Number.parseFloat(value);
  return /^\d+(\.\d+)?$/.test(value) && seconds > 0 ? seconds / 60 : null;
}
