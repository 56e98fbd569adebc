import type { Agent } from "#core/materials/agent";
import type { Hazard } from "#core/materials/hazard";

/** What opens, thins or cleans a product. */
export type Thinner = {
  readonly id: string;
  readonly name: string;
  readonly agents: readonly Agent[];
  readonly hazards: readonly Hazard[];
};

/** Common practice; the product's own sheet comes first. */
export const thinners = [
  { id: "none", name: "none", agents: [], hazards: [] },
  { id: "water", name: "water", agents: ["water"], hazards: [] },
  { id: "own medium", name: "its medium", agents: [], hazards: [] },
  { id: "own thinner", name: "its thinner", agents: [], hazards: [] },
  { id: "alcohol", name: "alcohol", agents: ["alcohol"], hazards: ["flammable"] },
  { id: "white spirit", name: "white spirit", agents: ["white spirit"], hazards: ["flammable"] },
  { id: "lacquer thinner", name: "lacquer thinner", agents: ["strong solvent"], hazards: ["flammable"] },
  { id: "acetone", name: "acetone", agents: ["acetone", "strong solvent"], hazards: ["flammable"] },
  { id: "household cleaner", name: "household glass cleaner", agents: ["alcohol"], hazards: ["ammonia"] },
  { id: "unknown", name: "unknown", agents: ["strong solvent"], hazards: ["flammable"] },
] as const satisfies readonly Thinner[];

export type ThinnerId = (typeof thinners)[number]["id"];
const byId = new Map<ThinnerId, Thinner>(thinners.map((t) => [t.id, t]));
export const thinnerOf = (id: ThinnerId): Thinner => byId.get(id)!;
