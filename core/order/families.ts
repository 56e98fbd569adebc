/** Chemistry that decides what may lie over what. */
export type Chemistry = "water" | "lacquer" | "enamel or oil" | "powder" | "resin" | "glue" | "mineral" | "none";

/**
 * A class of products that behave alike. Times in minutes at 20 C and 50 % humidity, each editable per product:
 * until the next coat, until it may be handled, until it is cured through. Common practice.
 */
export type ProductFamily = {
  readonly name: string;
  readonly chemistry: Chemistry;
  readonly thinner: string;
  readonly recoatMinutes: number;
  readonly handleMinutes: number;
  readonly cureMinutes: number;
  /** A coat from a spray of this family whitens when alcohol touches it. */
  readonly frostsUnderAlcohol?: true;
  readonly eatsFoam?: true;
  readonly note: string;
};

const H = 60, D = 24 * 60;
const family = (name: string, chemistry: Chemistry, thinner: string, recoat: number, handle: number, cure: number, note: string, extra: Partial<ProductFamily> = {}): ProductFamily => ({
  name, chemistry, thinner, recoatMinutes: recoat, handleMinutes: handle, cureMinutes: cure, note, ...extra,
});

export const families: readonly ProductFamily[] = [
  family("water acrylic, brushed", "water", "water", 20, H, D, "cannot be reworked when dry"),
  family("water acrylic, airbrushed", "water", "its thinner", 10, 30, D, "thin coats"),
  family("acrylic ink", "water", "water", 15, H, D, "strong and thin"),
  family("acrylic wash", "water", "water", 30, 2 * H, D, "dries glossy in pools when home-made: matte coat after"),
  family("heavy house or craft acrylic", "water", "water", H, 2 * H, 2 * D, "thick film hides steps; too coarse for an airbrush"),
  family("spray primer, solvent", "lacquer", "none", 15, 2 * H, D, "attacks bare foam", { eatsFoam: true }),
  family("filler primer, solvent", "lacquer", "lacquer thinner", 15, 2 * H, D, "made to be sanded; attacks bare foam", { eatsFoam: true }),
  family("brush-on primer, water", "water", "water", 45, 2 * H, D, "the choice where there is no ventilation"),
  family("lacquer", "lacquer", "lacquer thinner", 10, H, 12 * H, "lifts enamel and oil below it", { eatsFoam: true }),
  family("enamel film", "enamel or oil", "white spirit", 8 * H, 12 * H, 4 * D, "can be reopened with thinner"),
  family("enamel wash", "enamel or oil", "white spirit", 4 * H, 8 * H, D, "reopens with thinner"),
  family("oil wash", "enamel or oil", "white spirit", D, 2 * D, 4 * D, "slower than enamel; never under lacquer"),
  family("weathering pencil", "powder", "water", 5, 10, H, "needs matte tooth"),
  family("pigment powder", "powder", "none", 10, 10, 10, "comes off on fingers; sealing darkens it"),
  family("matte varnish, solvent spray", "lacquer", "none", 20, H, D, "frosts white under alcohol; splutters when near empty or cold", { frostsUnderAlcohol: true, eatsFoam: true }),
  family("gloss or clear coat, solvent spray", "lacquer", "none", 20, H, D, "protects between stages", { eatsFoam: true }),
  family("varnish, water", "water", "water", 30, 2 * H, D, "slower and safer indoors"),
  family("cyanoacrylate", "glue", "none", 2, 5, D, "brittle; fogs clear parts; eats foam", { eatsFoam: true }),
  family("epoxy, five-minute", "glue", "none", 5, 30, D, "fills a gap"),
  family("PVA, wood glue", "glue", "water", 30, 2 * H, D, "heavy or late joints stay weak until a day has passed"),
  family("foam-safe contact glue", "glue", "none", 1, 30, 12 * H, "some give"),
  family("UV resin, clear or printing resin", "resin", "alcohol to clean", 1, 1, 5, "cures in daylight on the brush"),
  family("filler putty, solvent", "lacquer", "lacquer thinner", 2 * H, 6 * H, D, "shrinks: thin layers"),
  family("epoxy putty", "glue", "water to smooth", 3 * H, 3 * H, D, "feather the edge where it cannot be sanded"),
  family("modelling or texture paste", "water", "water", 2 * H, 4 * H, D, "textures and hides"),
  family("PVA + water over loose ground", "water", "alcohol and water first", 12 * H, D, 2 * D, "dry through before sealing"),
  family("gypsum plaster ground", "mineral", "water", 40, 12 * H, 2 * D, "heats as it sets"),
  family("cement grout ground", "mineral", "water", 6 * H, D, 7 * D, "heavy, alkaline; needs no glue"),
  family("water-clear casting resin", "resin", "none", 12 * H, D, 3 * D, "by pours, depth limit per pour"),
];

const byName = new Map(families.map((f) => [f.name, f]));

/** @throws RangeError for a name that is in no table: a programming mistake, people choose from the list */
export function familyOf(name: string): ProductFamily {
  const found = byName.get(name);
  if (!found) throw new RangeError(`No product family “${name}”.`);
  return found;
}
