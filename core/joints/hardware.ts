import { counted } from "#core/words";

/** Small things that hold joints together. */
export const hardwareKinds = ["clip", "pin", "magnet", "screw", "knob"] as const;
export type HardwareKind = (typeof hardwareKinds)[number];

/** What a joint is held by. `partId`: the printed part that it is; null where it is bought. */
export type Hardware = {
  readonly kind: HardwareKind;
  readonly each: number;
  readonly partId: string | null;
};

/** How many of one kind are wanted, over all joints. */
export type HardwareLine = {
  readonly kind: HardwareKind;
  readonly partId: string | null;
  readonly count: number;
  /** Such small things get lost: one in ten more, and at least one. */
  readonly spares: number;
  readonly joints: readonly string[];
};

/** Of small pieces so many are lost (a default): one in ten. */
const LOST = 0.1;

type Held = { readonly name: string; readonly count: number; readonly hardware?: Hardware | undefined };

/** The hardware of joints, one line for each kind that is bought and for each printed part. */
export function hardwareOf(joints: readonly Held[]): readonly HardwareLine[] {
  const lines = new Map<string, HardwareLine>();
  for (const { name, count, hardware } of joints) {
    if (!hardware) continue;
    const { kind, each, partId } = hardware;
    const key = partId ?? kind;
    const known = lines.get(key);
    const all = (known?.count ?? 0) + each * count;
    lines.set(key, {
      kind,
      partId,
      count: all,
      spares: Math.max(1, Math.ceil(LOST * all - 1e-9)),
      joints: [...(known?.joints ?? []), name],
    });
  }
  return [...lines.values()];
}

/** `12 clips and 2 spares` */
export const hardwareText = ({ kind, count, spares }: HardwareLine): string =>
  `${counted(count, kind, `${kind}s`)} and ${counted(spares, "spare", "spares")}`;
