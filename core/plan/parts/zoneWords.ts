import { counted } from "#core/words";

const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join("") : `${names.slice(0, -1).join(", ")} and ${names.at(-1)!}`;

/** What is said of the zones of parts, one sentence a finding. Lengths mm on the bench. */
export const zoneWords = {
  unpainted: (part: string, zones: readonly string[]) =>
    `${part}: ${listed(zones)} ${zones.length === 1 ? "has" : "have"} no layer, and nobody said that ${zones.length === 1 ? "it stays" : "they stay"} bare. Paint ${zones.length === 1 ? "it" : "them"}, or say so.`,
  shallow: (
    part: string,
    zone: string,
    of: {
      readonly depthMm: number;
      readonly needed: number;
      readonly layerMm: number;
      readonly filmMm: number;
      readonly sunken: boolean;
    },
  ) =>
    `${part}, ${zone}: ${of.sunken ? "grooves" : "marks"} ${of.depthMm.toFixed(2)} mm deep come out ` +
    `${of.depthMm <= of.filmMm + of.layerMm / 2 ? "smooth" : "faint"} in layers of ${of.layerMm} mm under ` +
    `${of.filmMm.toFixed(2)} mm of films; make them ${of.needed.toFixed(2)} mm deep, ` +
    `${times(of.needed / of.depthMm)}.`,
  grooveCloses: (
    part: string,
    zone: string,
    of: { readonly widthMm: number; readonly what: string; readonly openAfter: number },
  ) =>
    `${part}, ${zone}: a groove ${of.widthMm.toFixed(2)} mm wide stays open under ` +
    `${counted(of.openAfter, "coat", "coats")}; the next, of ${of.what}, closes it. Lay fewer or thinner ones there, ` +
    "or cut it again before the primer.",
  reliefSanded: (part: string, zone: string, of: { readonly sandedMm: number; readonly reliefMm: number }) =>
    `${part}, ${zone}: sanding off steps of ${of.sandedMm.toFixed(2)} mm leaves relief of ${of.reliefMm.toFixed(2)} mm ` +
    `flattened. Begin finer, fill instead, or cut the lines again before the primer.`,
  touched: (part: string, zone: string, isDusted: boolean) =>
    `${part}, ${zone}: hands go there, and ${isDusted ? "loose powder comes off under them" : "nothing seals it"}. ` +
    "Seal it there, and lay powder where no hand comes.",
  matingTouched: (
    part: string,
    faces: readonly { readonly name: string; readonly contacts: number; readonly mm2: number }[],
  ) =>
    `${part}: ${listed(faces.map((f) => `${f.name} has ${counted(f.contacts, "contact", "contacts")} on ${f.mm2.toFixed(0)} mm²`))}, and mates: ` +
    "file each spot 0.1 mm down before it is fitted, or turn the part.",
};

const times = (factor: number): string =>
  `${factor < 10 ? Number(factor.toFixed(1)) : Math.round(factor)} times`;
