import { potsOf, type Shelf } from "#core/paint/layerBody";
import { kindOf } from "#core/paint/layerKinds";
import type { Paint } from "#core/paint/paint";
import { FROSTS_FROM_CM } from "#core/paint/mixNotes";
import { recipeOf, type SchemeLayer } from "#core/paint/scheme";
import type { Finding } from "#core/plan/finding";
import { partFinding, partMend } from "#core/plan/parts/partFinding";
import type { PartPlan } from "#core/plan/parts/partPlan";
import type { Part } from "#core/scene/part";
import { layersOf } from "#core/scene/zone";

/** From here a paint is a white or a pale one, L*. */
const PALE_L = 85;
/** A pot that is not meant as a paint, or an ink: it goes through a nozzle or not as it is. */
const isThinBodied = ({ kind, body, product }: Paint): boolean =>
  kind === "ink" || body === "thin" || product === "acrylic ink" || product === "acrylic airbrushed";

/** What the pots of a scheme do not bear: a nozzle that clogs, a pale paint that spatters, a thinner nobody told. */
export const potFindings = (parts: readonly PartPlan[], shelf: Shelf): readonly Finding[] =>
  parts
    .filter((p) => !p.held && !p.paintAssumed)
    .flatMap(({ part }) => {
      const layers = layersOf(part.zones);
      return [
        ...layers.flatMap((layer) => sprayed(part, layer, shelf) ?? []),
        ...layers.flatMap((layer) => frosts(part, layer, shelf) ?? []),
        ...thinnerOpen(layers, shelf).map((name) =>
          partFinding(
            ...([part, "missing", "colour", "thinner-open"] as const),
            `Nobody said how much thinner goes into ${name}. Open the mix and say it, or tick that it is laid unthinned.`,
            [],
            name,
          ),
        ),
      ];
    });

/** What a nozzle does with the pots of a layer; null where nothing. */
function sprayed(part: Part, layer: SchemeLayer, shelf: Shelf): Finding | null {
  if (layer.method !== "airbrush") return null;
  const pots = potsOf(layer, shelf).map((p) => p.paint);
  const coarse = pots.find((p) => p.body === "coarse" || p.kind === "powder");
  const otherwise = (label: string, patch: Partial<SchemeLayer>) =>
    partMend(part, label, {
      zones: part.zones.map((z) => ({
        ...z,
        scheme: z.scheme.map((l) => (l.id === layer.id ? { ...l, ...patch } : l)),
      })),
    });
  if (coarse)
    return partFinding(
      ...([part, "ruins", "colour", "clogs"] as const),
      `${coarse.name} has grain or flakes in it and clogs a nozzle: brush or sponge the ${layer.kind}, or take ` +
        "another pot (common practice).",
      [otherwise("Lay it by brush", { method: "brush" })],
      layer.id,
    );
  const [only, ...more] = pots;
  const isPaint = kindOf(layer.kind).action === "paint";
  if (!isPaint || !only || more.length > 0 || only.lab.l < PALE_L || isThinBodied(only)) return null;
  const ink = shelf.paints.find((p) => isThinBodied(p) && p.lab.l >= PALE_L);
  const instead = ink
    ? `spray ${ink.name} instead, which you own`
    : "thin it well with retarder, or lay it by brush or sponge";
  return partFinding(
    ...([part, "weakens", "colour", "pale-spray"] as const),
    `${only.name} is pale, and pale acrylics dry on the needle and spatter: ${instead} (common practice).`,
    [
      ...(ink
        ? [otherwise(`Spray ${ink.name}`, { colour: { kind: "paint", id: ink.id }, product: ink.product })]
        : []),
      otherwise("Lay it by brush", { method: "brush" }),
    ],
    layer.id,
  );
}

/** A mix that is sprayed from so far that it dries on the way; null of any other. */
function frosts(part: Part, layer: SchemeLayer, { recipes }: Shelf): Finding | null {
  const recipe = recipes.find((r) => r.id === recipeOf(layer));
  const far = recipe?.laid?.distanceCm ?? 0;
  if (!recipe || layer.method !== "airbrush" || far <= FROSTS_FROM_CM) return null;
  return partFinding(
    ...([part, "weakens", "colour", "frosts"] as const),
    `${recipe.name} is sprayed from ${far} cm: over ${FROSTS_FROM_CM} cm it dries on the way and frosts (default). ` +
      "Come nearer, or try it on scrap first.",
    [],
    layer.id,
  );
}

const thinnerOpen = (layers: readonly SchemeLayer[], { recipes }: Shelf): readonly string[] => [
  ...new Set(
    layers.flatMap((layer) => {
      const recipe = recipes.find((r) => r.id === recipeOf(layer));
      return recipe?.thinnerOpen ? [recipe.name] : [];
    }),
  ),
];
