/** A caution: shown where the step is, before it starts. Common practice unless a source is named. */
export type Caution = { readonly id: string; readonly title: string; readonly text: string };

/** Shown under every set of cautions. */
export const CAUTIONS_END =
  "Follow the product's safety data sheet and local rules; for wiring, flues, ventilation, waste and medical questions ask a licensed or qualified person.";

export const cautions = [
  {
    id: "C1",
    title: "Liquid resin",
    text: "Nitrile gloves, eye protection, air. No skin contact: sensitisation builds up. Cure waste and wipes before disposal, never down a drain. Used alcohol is flammable waste. Vapour needs an organic-vapour filter; a dust mask does nothing.",
  },
  {
    id: "C2",
    title: "Dust",
    text: "Fitted dust mask (P2/FFP2 or better), wet sanding or extraction. Resin dust is harmful even when cured. FFP3 for cement, plaster, stone and MDF.",
  },
  {
    id: "C3",
    title: "Solvent",
    text: "No flame, no spark, air moving outward, closed container, away from lamps and heaters. Never in a heated dryer or straight in an ultrasonic bath.",
  },
  {
    id: "C4",
    title: "Flame on plastic",
    text: "Outdoors or strong extraction; extinguisher to hand; no alcohol or aerosols within reach; try on scrap first. Only bare PLA or PETG; never resin, ABS, PVC or foam.",
  },
  {
    id: "C5",
    title: "Spray",
    text: "Vapour and particle respirator rated for the product, booth or outdoors, eyes covered. Water-based is not harmless when atomised. Propellant is extremely flammable: no flame, spark or heater in the room.",
  },
  {
    id: "C6",
    title: "Cyanoacrylate",
    text: "Bonds skin in seconds, fumes sting, runs hot on cotton. Goggles. Skin stuck: warm soapy water, never pull.",
  },
  { id: "C7", title: "Hot glue, hot wire", text: "Burns; foam fumes." },
  { id: "C8", title: "Blades", text: "Cut away from the hand, cap the point, used blades in a tin." },
  {
    id: "C9",
    title: "UV lamp",
    text: "Do not look at it, cover skin, shield the room; glasses rated for the lamp.",
  },
  {
    id: "C10",
    title: "Button and coin cells",
    text: "Screw-closed holder where children or animals can reach: swallowed cells burn within hours and need emergency care at once. Lock spare and used cells away.",
  },
  {
    id: "C11",
    title: "Wiring",
    text: "Low voltage from a cell or approved supply only; resistor in place; no charging of primary cells; mains work by qualified people.",
  },
  {
    id: "C12",
    title: "Unattended printer",
    text: "Smoke alarm, clear surroundings, the maker's instructions, local and landlord's rules. A resin printer in a ventilated place out of reach of children.",
  },
  { id: "C13", title: "Heavy board", text: "Two people, carry flat on a stiff board." },
  {
    id: "C14",
    title: "Grout, plaster, powders",
    text: "Dust mask, goggles and gloves. Cement is caustic on wet skin. Plaster heats as it sets: never cast on skin.",
  },
  {
    id: "C15",
    title: "Epoxy and casting resin",
    text: "Gloves and air, keep to the depth limit (it heats itself), cure in a closed clean place. A full cup can smoke: pour thin.",
  },
  { id: "C17", title: "Hot bed, moving axes", text: "Burns and pinches; let it cool before clearing." },
] as const satisfies readonly Caution[];
export type CautionId = (typeof cautions)[number]["id"];

export const cautionById = (id: CautionId): Caution => cautions.find((c) => c.id === id)!;

/** What a step is about, as far as safety goes. */
export type Hazard = {
  readonly action: string;
  readonly family: string | null;
  readonly place: string;
  readonly process: "filament" | "resin" | null;
  readonly tool: string;
};

const rules: readonly { readonly id: CautionId; readonly applies: (h: Hazard) => boolean }[] = [
  {
    id: "C1",
    applies: (h) =>
      (h.process === "resin" &&
        ["wash resin", "clear plate", "remove supports", "cure"].includes(h.action)) ||
      /UV resin/.test(h.family ?? ""),
  },
  { id: "C2", applies: (h) => h.action === "sand" },
  {
    id: "C3",
    applies: (h) =>
      /solvent|lacquer|enamel|oil|alcohol/.test(`${h.family ?? ""} ${h.tool}`) ||
      (h.process === "resin" && h.action === "wash resin"),
  },
  { id: "C4", applies: (h) => h.action === "flame" },
  { id: "C5", applies: (h) => /spray|airbrush/.test(`${h.tool} ${h.family ?? ""}`) },
  { id: "C6", applies: (h) => h.family === "cyanoacrylate" },
  { id: "C7", applies: (h) => h.family === "hot glue" },
  { id: "C8", applies: (h) => /blade|clipper|knife|saw/.test(h.tool) },
  { id: "C9", applies: (h) => h.place === "lamp" || h.action === "cure" },
  { id: "C11", applies: (h) => h.action === "wire" },
  { id: "C10", applies: (h) => h.action === "wire" },
  { id: "C12", applies: (h) => h.action === "print" },
  { id: "C14", applies: (h) => /grout|plaster|pigment|gypsum/.test(h.family ?? "") },
  { id: "C15", applies: (h) => /epoxy|casting resin/.test(h.family ?? "") },
  { id: "C17", applies: (h) => h.process === "filament" && h.action === "clear plate" },
];

/** The cautions a step calls for, in their order. */
export const cautionsFor = (hazard: Hazard): readonly CautionId[] => [
  ...new Set(rules.filter((r) => r.applies(hazard)).map((r) => r.id)),
];
