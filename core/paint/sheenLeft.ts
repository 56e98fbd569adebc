import type { LayerKind } from "#core/paint/layerKinds";
import type { SchemeLayer } from "#core/paint/scheme";

/** What covers less of a zone leaves its sheen to what lies below (default). */
const SETS_SHEEN = 0.5;
/** Kinds that change nothing of the sheen of a zone. */
const neutral: readonly LayerKind[] = ["resist", "decal", "line in", "chip", "scratch", "splatter"];

/** How a zone ends by its layers, and with which of them; null of one without a layer that says so. */
export function sheenLeft(
  scheme: readonly SchemeLayer[],
): { readonly sheen: SchemeLayer["sheen"]; readonly by: SchemeLayer } | null {
  const by = scheme.findLast((l) => !neutral.includes(l.kind) && l.coverage >= SETS_SHEEN);
  return by ? { sheen: by.sheen, by } : null;
}

/** Coats of matte varnish on top of all else. */
export const flatCoats = (scheme: readonly SchemeLayer[]): number => {
  const last = sheenLeft(scheme)?.by;
  return last?.kind === "varnish" && last.sheen === "matte" ? last.coats : 0;
};
