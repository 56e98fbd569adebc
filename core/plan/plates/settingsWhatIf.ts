import type { Printer } from "#core/print/printer";
import { partAgain } from "#core/plan/plates/partAgain";
import type { PlanInput } from "#core/scene/planInput";

/**
 * What one setting of a part's machine would change, all copies: as shares of now, and cm2 of plain steps.
 */
export type SettingLine = {
  readonly what: string;
  readonly minutesShare: number;
  readonly gramsShare: number;
  readonly plainCm2: number;
};

/**
 * The same part with one setting otherwise. Both sides are reckoned the same way, so that what is compared is
 * the setting.
 * Empty where the part is not printed.
 */
export function settingsWhatIf(
  input: PlanInput,
  partId: string,
  printerId: string,
  tell: (share: number) => void = () => undefined,
): readonly SettingLine[] {
  const again = partAgain(input, partId, printerId);
  if (!again) return [];
  const { part, settled, on } = again;
  const base = on(settled).chosen!;
  const changes = changesOf(settled);
  return changes.flatMap(([what, changed], i): SettingLine[] => {
    tell((i + 1) / (changes.length + 1));
    const now = on(changed).chosen;
    return now
      ? [
          {
            what,
            minutesShare: now.one.minutes.value / Math.max(1e-9, base.one.minutes.value),
            gramsShare: now.one.grams.value / Math.max(1e-9, base.one.grams.value),
            plainCm2: now.surface.visible.value * part.count,
          },
        ]
      : [];
  });
}

const mm = (v: number) => Number(v.toFixed(3));

function changesOf(p: Printer): readonly (readonly [string, Printer])[] {
  if (p.process === "resin")
    return [
      [`layers of ${mm(p.layerMm / 2)} mm`, { ...p, layerMm: mm(p.layerMm / 2) }],
      [`layers of ${mm(p.layerMm * 1.5)} mm`, { ...p, layerMm: mm(p.layerMm * 1.5) }],
      ["a second more of exposure", { ...p, exposureSeconds: p.exposureSeconds + 1 }],
      ["lifts at half the speed", { ...p, liftSpeed: p.liftSpeed / 2 }],
    ];
  return [
    [`layers of ${mm(p.layerMm / 2)} mm`, { ...p, layerMm: mm(p.layerMm / 2) }],
    ...(p.layerMm * 1.5 <= 0.75 * p.nozzleMm + 1e-9
      ? [[`layers of ${mm(p.layerMm * 1.5)} mm`, { ...p, layerMm: mm(p.layerMm * 1.5) }] as const]
      : []),
    ["one more wall", { ...p, walls: p.walls + 1 }],
    ...(p.walls > 1 ? [["one wall fewer", { ...p, walls: p.walls - 1 }] as const] : []),
    [
      `infill of ${Math.round(100 * (p.infillShare + 0.1))} %`,
      { ...p, infillShare: Math.min(1, p.infillShare + 0.1) },
    ],
    ["a brim of 5 mm", { ...p, brimMm: 5 }],
  ];
}
