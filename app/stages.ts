import type { Stage } from "#core/plan/finding";

/**
 * The stages in the order of the spine: their key after `g`, their path below a scene, and what each is for.
 */
export const stageList = [
  { stage: "lay", key: "l", path: "", name: "Lay" },
  { stage: "rule", key: "r", path: "rule", name: "Rule" },
  { stage: "parts", key: "p", path: "parts", name: "Parts" },
  { stage: "plates", key: "t", path: "plates", name: "Plates" },
  { stage: "surface", key: "s", path: "surface", name: "Surface" },
  { stage: "colour", key: "c", path: "colour", name: "Colour" },
  { stage: "ground", key: "u", path: "ground", name: "Ground" },
  { stage: "joints", key: "j", path: "joints", name: "Joints" },
  { stage: "order", key: "o", path: "order", name: "Order" },
  { stage: "bench", key: "b", path: "bench", name: "Bench" },
  { stage: "stores", key: "e", path: "stores", name: "Stores" },
  { stage: "log", key: "d", path: "log", name: "Log" },
] as const satisfies readonly { stage: Stage; key: string; path: string; name: string }[];

export const stagePath = (sceneId: string, stage: Stage) => {
  const { path } = stageList.find((s) => s.stage === stage)!;
  return path === "" ? `/scenes/${sceneId}` : `/scenes/${sceneId}/${path}`;
};
