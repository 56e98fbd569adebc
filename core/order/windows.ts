import { type Clock, hasHours, MINUTES_A_DAY, windowsOf } from "#core/steps/hours";

type Span = { readonly from: number; readonly to: number };

/** After so many days without an end the calendar gives up. */
const MOST_DAYS = 20_000;

/**
 * The builder's hours from a moment on, less what is taken, one window after another. Made as far as they are
 * asked for.
 */
export class Windows {
  readonly from: number[] = [];
  readonly to: number[] = [];
  /** Minutes of presence before each window. */
  readonly before: number[] = [];
  private day: number;
  private taken = 0;
  private readonly busy: readonly Span[];
  private readonly none: boolean;

  constructor(
    private readonly clock: Clock,
    private readonly start: number,
    busy: readonly Span[],
  ) {
    this.day = Math.floor(start / MINUTES_A_DAY);
    this.none = !hasHours(clock.hours);
    this.busy = [...busy].sort((a, b) => a.from - b.from);
  }

  /** True while there is a window of that number. */
  has(index: number): boolean {
    if (this.from.length > index) return true;
    if (this.none) return false;
    const { clock, start } = this;
    const first = Math.floor(start / MINUTES_A_DAY);
    while (this.from.length <= index && this.day - first < MOST_DAYS) {
      for (const w of windowsOf(clock, this.day))
        this.add(Math.max(start, this.day * MINUTES_A_DAY + w.from), this.day * MINUTES_A_DAY + w.to);
      this.day++;
    }
    return this.from.length > index;
  }

  private add(from: number, to: number): void {
    const { busy } = this;
    while (this.taken < busy.length && busy[this.taken]!.to <= from) this.taken++;
    for (let k = this.taken; k < busy.length && busy[k]!.from < to && from < to; k++) {
      if (busy[k]!.to <= from) continue;
      if (busy[k]!.from > from) this.push(from, Math.min(to, busy[k]!.from));
      from = Math.max(from, busy[k]!.to);
    }
    if (from < to) this.push(from, to);
  }

  private push(from: number, to: number): void {
    const last = this.to.length - 1;
    if (to - from < 1e-9 || (last >= 0 && from < this.to[last]! - 1e-9)) return;
    this.before.push(last < 0 ? 0 : this.before[last]! + this.to[last]! - this.from[last]!);
    this.from.push(from);
    this.to.push(to);
  }

  /** Number of the first window that ends after a moment; -1 when there is none. */
  at(t: number): number {
    let last = Math.max(0, this.to.length - 1);
    while (this.has(last) && this.to[last]! <= t + 1e-9) last = this.to.length;
    if (!this.has(last)) return -1;
    let low = 0;
    let high = this.to.length - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.to[middle]! > t + 1e-9) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The moment at which so many minutes of presence have passed since another. */
  through(t: number, minutes: number): number {
    let w = this.at(t);
    if (w < 0) return Infinity;
    const goal = this.before[w]! + Math.max(0, t - this.from[w]!) + minutes;
    while (goal > this.before[w]! + this.to[w]! - this.from[w]! + 1e-9) if (!this.has(++w)) return Infinity;
    return Math.max(t, this.from[w]! + Math.max(0, goal - this.before[w]!));
  }
}
