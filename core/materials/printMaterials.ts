import type { Material, PrintTraits, Use } from "#core/materials/material";
import { materials, type MaterialId } from "#core/materials/materials";

/** A material that is printed in. */
export type Plastic = Material & {
  readonly id: MaterialId;
  readonly gPerCm3: NonNullable<Material["gPerCm3"]>;
  readonly print: PrintTraits;
};
const isPlastic = (m: (typeof materials)[number]): m is (typeof materials)[number] & Plastic =>
  m.print !== undefined && m.gPerCm3 !== null;

export const plastics: readonly Plastic[] = materials.filter(isPlastic);
const byId = new Map<MaterialId, Plastic>(plastics.map((p) => [p.id, p]));
export const plasticOf = (id: MaterialId | null): Plastic | null =>
  (id === null ? null : byId.get(id)) ?? null;

/** How well a plastic serves a use, 0 to 1, and why. */
export function suits({ print }: Plastic, use: Use): { readonly score: number; readonly why: string } {
  switch (use) {
    case "handled":
      return {
        score: print.toughness / 5,
        why:
          print.toughness >= 4
            ? "takes knocks"
            : print.toughness >= 3
              ? "gives a little before it breaks"
              : "breaks when it is dropped",
      };
    case "thin":
      return {
        score: print.process === "resin" ? 0.6 + 0.1 * print.toughness : 0.3,
        why: print.process === "resin" ? "makes thin detail" : "too coarse for thin detail",
      };
    case "lit":
      return {
        score: print.clear ? 1 : 0,
        why: print.clear ? "lets light through" : "lets no light through",
      };
    case "bulk":
      return {
        score: print.process === "filament" ? 0.9 : 0.4,
        why: print.process === "filament" ? "cheap by volume" : "dear by volume",
      };
    case "plain":
      return { score: 0.7, why: "does for what nobody touches" };
  }
}
