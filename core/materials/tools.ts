import type { Tool } from "#core/materials/tool";

type Given<Id extends string> = Pick<Tool, "kind"> & { readonly id: Id } & Partial<Omit<Tool, "id">>;
const row = <Id extends string>(given: Given<Id>): Tool & { readonly id: Id } => ({
  name: given.id,
  setupMinutes: 3,
  washed: given.kind === "brush" || given.kind === "spreader",
  grits: [],
  agents: [],
  hazards: [],
  ...given,
});
const sandedWith = <Id extends string>(id: Id, ...grits: readonly number[]) =>
  row({ id, kind: "abrasive", grits, hazards: ["dust"] });

/** Every tool that a step of the order asks for. Common practice. */
export const tools = [
  row({ id: "hands", kind: "other" }),
  row({ id: "brush", kind: "brush" }),
  row({ id: "fine brush", kind: "brush" }),
  row({ id: "soft brush", kind: "brush" }),
  row({ id: "flat brush", kind: "brush" }),
  row({ id: "broad brush", kind: "brush" }),
  row({ id: "old brush", kind: "brush" }),
  row({ id: "old soft brush", kind: "brush" }),
  row({ id: "clean brush", kind: "brush" }),
  row({ id: "clean brush, damp with thinner", kind: "brush", hazards: ["flammable"] }),
  row({ id: "short stiff brush", kind: "brush" }),
  row({ id: "sponge", kind: "brush" }),
  row({ id: "airbrush", kind: "sprayer", setupMinutes: 10, washed: true, hazards: ["spray mist"] }),
  row({ id: "spray can", kind: "sprayer", setupMinutes: 5, hazards: ["spray mist", "flammable"] }),
  row({ id: "spatula", kind: "spreader" }),
  row({ id: "cup and stick", kind: "spreader" }),
  row({ id: "spatula and sieve", kind: "spreader" }),
  row({ id: "sieve", kind: "other" }),
  row({ id: "grass applicator", kind: "other", setupMinutes: 5, hazards: ["high voltage"] }),
  row({ id: "glue", kind: "other" }),
  row({ id: "brush and water", kind: "bath" }),
  row({ id: "water bath", kind: "bath" }),
  row({ id: "alcohol bath", kind: "bath", agents: ["alcohol"], hazards: ["flammable"] }),
  row({ id: "cloth", kind: "other" }),
  row({ id: "cloth and alcohol", kind: "bath", agents: ["alcohol"], hazards: ["flammable"] }),
  row({ id: "tape", kind: "other" }),
  row({ id: "film", kind: "other" }),
  row({ id: "clippers and blade", kind: "blade", hazards: ["sharp"] }),
  row({ id: "blade", kind: "blade", hazards: ["sharp"] }),
  row({ id: "blade and abrasive 180", kind: "abrasive", grits: [180], hazards: ["sharp", "dust"] }),
  row({ id: "scriber", kind: "blade", hazards: ["sharp"] }),
  row({ id: "file", kind: "other", hazards: ["dust"] }),
  row({ id: "drill and wire", kind: "blade", hazards: ["sharp", "dust"] }),
  row({ id: "hot wire", kind: "heat", hazards: ["hot or burning"] }),
  row({ id: "warm air", kind: "heat", hazards: ["hot or burning"] }),
  row({ id: "small torch", kind: "heat", hazards: ["open flame"] }),
  row({ id: "oven tray", kind: "heat", hazards: ["scald"] }),
  row({ id: "soldering iron", kind: "heat", hazards: ["solder", "hot or burning"] }),
  row({ id: "curing lamp", kind: "light", hazards: ["UV light"] }),
  row({ id: "side light", kind: "light" }),
  row({ id: "rule", kind: "measure" }),
  row({ id: "list", kind: "measure" }),
  row({ id: "primed scrap", kind: "measure" }),
  row({ id: "palette and scrap", kind: "measure" }),
  sandedWith("abrasive 120 to 180", 120, 180),
  sandedWith("abrasive 240", 240),
  sandedWith("abrasive 240 to 400", 240, 400),
  sandedWith("abrasive 400", 400),
  sandedWith("abrasive 400 to 600", 400, 600),
  sandedWith("abrasive 600 to 1000", 600, 1000),
  sandedWith("abrasive 1000", 1000),
] as const;

export type ToolId = (typeof tools)[number]["id"];
export const toolIds: readonly ToolId[] = tools.map((t) => t.id);
const byId = new Map<ToolId, Tool>(tools.map((t) => [t.id, t]));
export const toolOf = (id: ToolId): Tool => byId.get(id)!;
