import type { Hazard } from "#core/materials/hazard";
import { materialOf, type MaterialId } from "#core/materials/materials";
import { type ProductId, productOf } from "#core/materials/products";
import { thinnerOf, type ThinnerId } from "#core/materials/thinner";
import { toolOf, type ToolId } from "#core/materials/tools";

/** A caution: shown where the step is, before it starts. Common practice unless a source is named. */
export type Caution = {
  readonly id: string;
  /** What it answers. */
  readonly hazard: Hazard;
  readonly title: string;
  readonly text: string;
};

/** Shown under every set of cautions. */
export const CAUTIONS_END =
  "Follow the product's safety data sheet and local rules; for wiring, flues, ventilation, waste " +
  "and medical questions ask a licensed or qualified person.";

export const cautions = [
  {
    id: "C1",
    hazard: "liquid resin",
    title: "Liquid resin",
    text:
      "Nitrile gloves, eye protection, air. No skin contact: sensitisation builds up. Cure waste " +
      "and wipes before disposal, never down a drain. Used alcohol is flammable waste. Vapour needs " +
      "an organic-vapour filter; a dust mask does nothing.",
  },
  {
    id: "C2",
    hazard: "dust",
    title: "Dust",
    text:
      "Fitted dust mask (P2/FFP2 or better), wet sanding or extraction. Resin dust is harmful even " +
      "when cured. FFP3 for cement, plaster, stone and MDF. Goggles when you drill a part that may " +
      "hold liquid resin.",
  },
  {
    id: "C3",
    hazard: "flammable",
    title: "Solvent",
    text:
      "No flame, no spark, air moving outward, closed container, away from lamps and heaters. Never " +
      "in a heated dryer or straight in an ultrasonic bath. A little alcohol in a closed box is an " +
      "explosive mixture.",
  },
  {
    id: "C4",
    hazard: "open flame",
    title: "Flame on plastic",
    text:
      "Outdoors or strong extraction; extinguisher to hand; no alcohol or aerosols within reach; " +
      "try on scrap first. Only bare PLA or PETG; never resin, ABS, PVC or foam.",
  },
  {
    id: "C5",
    hazard: "spray mist",
    title: "Spray",
    text:
      "Vapour and particle respirator rated for the product, booth or outdoors, eyes covered. " +
      "Water-based is not harmless when atomised. Propellant is extremely flammable: no flame, " +
      "spark, heater or grass applicator in the room; cans are warmed only in hand-warm water.",
  },
  {
    id: "C6",
    hazard: "bonds skin",
    title: "Cyanoacrylate",
    text:
      "Bonds skin in seconds, fumes sting, runs hot on cotton. Goggles. Skin stuck: warm soapy " +
      "water, never pull. Its activator is a flammable solvent; with baking soda it runs hot.",
  },
  { id: "C7", hazard: "hot or burning", title: "Hot glue, hot wire", text: "Burns; foam fumes." },
  {
    id: "C8",
    hazard: "sharp",
    title: "Blades",
    text: "Cut away from the hand, cap or blunt the point, used blades in a tin.",
  },
  {
    id: "C9",
    hazard: "UV light",
    title: "UV lamp",
    text: "Do not look at it, cover skin, shield the room; glasses rated for the lamp.",
  },
  {
    id: "C10",
    hazard: "swallowed cell",
    title: "Button and coin cells",
    text:
      "Screw-closed holder where children or animals can reach: swallowed cells burn within hours " +
      "and need emergency care at once. Lock spare and used cells away.",
  },
  {
    id: "C11",
    hazard: "current",
    title: "Wiring",
    text:
      "Low voltage from a cell or approved supply only; resistor in place; no charging of primary " +
      "cells; mains work by qualified people. Cells not shorted, no bare lithium pouch cells.",
  },
  {
    id: "C12",
    hazard: "running printer",
    title: "Unattended printer",
    text:
      "Smoke alarm, clear surroundings, the maker's instructions, local and landlord's rules. A " +
      "resin printer in a ventilated place out of reach of children.",
  },
  {
    id: "C13",
    hazard: "heavy board",
    title: "Heavy board",
    text: "Two people, carry flat on a stiff board.",
  },
  {
    id: "C14",
    hazard: "caustic or fine powder",
    title: "Grout, plaster, powders",
    text:
      "Dust mask, goggles and gloves. Cement is caustic on wet skin. Plaster heats as it sets: " +
      "never cast on skin.",
  },
  {
    id: "C15",
    hazard: "two parts that heat",
    title: "Epoxy and casting resin",
    text:
      "Gloves and air, keep to the depth limit (it heats itself), cure in a closed clean place. A " +
      "full cup can smoke: pour thin.",
  },
  {
    id: "C16",
    hazard: "ammonia",
    title: "Household cleaner as thinner",
    text: "Ammonia: never with bleach, air the room. A proper airbrush thinner is the safe choice.",
  },
  {
    id: "C17",
    hazard: "hot and moving machine",
    title: "Hot bed, moving axes",
    text: "Burns and pinches; let it cool before clearing.",
  },
  {
    id: "C18",
    hazard: "long evening",
    title: "Long evening",
    text: "Pause: tired hands slip. Leave blades, saws and flame for another day.",
  },
  {
    id: "C19",
    hazard: "oily wipes",
    title: "Oily wipes",
    text:
      "They heat by themselves and ignite: flat outdoors to dry, or under water in a closed metal " +
      "tin; never balled in a bin.",
  },
  {
    id: "C20",
    hazard: "magnets",
    title: "Small magnets",
    text:
      "Two that are swallowed are an emergency: glue in and cover, not on pieces for children. Away " +
      "from pacemakers.",
  },
  {
    id: "C21",
    hazard: "isocyanate",
    title: "Two-pack paint",
    text: "Isocyanates: not sprayed at home; a professional air-fed mask only.",
  },
  {
    id: "C22",
    hazard: "solder",
    title: "Soldering",
    text: "A stand for the iron, eyes covered, fume drawn away, hands washed afterwards.",
  },
  {
    id: "C23",
    hazard: "high voltage",
    title: "Grass applicator",
    text: "High voltage: nothing of solvent wet, no pacemaker near, discharge it before touching.",
  },
  {
    id: "C24",
    hazard: "print fumes",
    title: "Printing fumes",
    text: "ABS, ASA and nylon: a vented enclosure, not in a bedroom.",
  },
  {
    id: "C25",
    hazard: "scald",
    title: "Hot water, oven, drying box",
    text: "Scalds. Nothing wet with alcohol goes in, and no foam.",
  },
  {
    id: "C26",
    hazard: "lead",
    title: "Old white metal",
    text: "It may hold lead: wash hands after touching it, and sand it wet.",
  },
] as const satisfies readonly Caution[];
export type CautionId = (typeof cautions)[number]["id"];

export const cautionById = (id: CautionId): Caution => cautions.find((c) => c.id === id)!;

/** What a piece of work is about, as far as safety goes. */
export type Work = {
  readonly action: string;
  readonly product: ProductId | null;
  /** What its pot is thinned with; null where it is what the product asks for. */
  readonly thinner: ThinnerId | null;
  readonly place: string;
  readonly process: "filament" | "resin" | null;
  readonly tool: ToolId;
  /** What is under the hands, as far as it is known. */
  readonly materials: readonly MaterialId[];
  /** The whole board is lifted or turned, and it is heavy. */
  readonly heavyBoard: boolean;
  /** A magnet goes in. */
  readonly magnet: boolean;
};

/** Wet prints are in the hand. */
const wetPrints = ["wash resin", "remove supports", "cure"];
const cuts = ["sand", "clip", "line in"];
const byAction: Readonly<Record<string, readonly Hazard[]>> = {
  sand: ["dust"],
  cure: ["UV light"],
  flame: ["open flame"],
  wire: ["swallowed cell", "current"],
  print: ["running printer"],
  sterilise: ["scald"],
};

/** Everything about a piece of work that can hurt whoever does it. */
export function hazardsOf(work: Work): ReadonlySet<Hazard> {
  const product = work.product === null ? null : productOf(work.product);
  const thinner = work.thinner ?? product?.thinner ?? null;
  const tool = toolOf(work.tool);
  const materials = work.materials.map(materialOf);
  return new Set<Hazard>([
    ...(product?.hazards ?? []),
    ...(thinner === null ? [] : thinnerOf(thinner).hazards),
    ...tool.hazards,
    ...(byAction[work.action] ?? []),
    ...(work.process === "resin" && wetPrints.includes(work.action) ? (["liquid resin"] as const) : []),
    ...(work.place === "lamp" ? (["UV light"] as const) : []),
    ...materials.flatMap((m) => m.whenHandled),
    ...(cuts.includes(work.action) || tool.kind === "abrasive" ? materials.flatMap((m) => m.whenCut) : []),
    ...(work.heavyBoard ? (["heavy board"] as const) : []),
    ...(work.magnet ? (["magnets"] as const) : []),
  ]);
}

const answering = (found: ReadonlySet<Hazard>): readonly CautionId[] =>
  cautions.filter((c) => found.has(c.hazard)).map((c) => c.id);

/** The cautions that a piece of work calls for, in the order of the list. */
export const cautionsFor = (work: Work): readonly CautionId[] => answering(hazardsOf(work));

/** The cautions for a run of a machine and for taking its plate off. */
export const runCautions = (
  process: "filament" | "resin",
  plastic: MaterialId | null,
): readonly CautionId[] =>
  answering(
    new Set<Hazard>([
      "running printer",
      process === "filament" ? "hot and moving machine" : "liquid resin",
      ...(plastic === null ? [] : materialOf(plastic).whenPrinted),
    ]),
  );

/** From here a day at the bench is long, minutes of hands (common practice). */
const LONG_DAY_MINUTES = 180;

/** The cautions for a day: its hands, and for how long the builder meant to be there. */
export const dayCautions = (handsMinutes: number, presentMinutes: number): readonly CautionId[] =>
  handsMinutes > Math.min(presentMinutes, LONG_DAY_MINUTES) + 1e-6
    ? answering(new Set(["long evening"]))
    : [];
