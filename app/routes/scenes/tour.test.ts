import { expect, it } from "vitest";
import { stageList, stagePath } from "#app/stages";
import { stageAfter, stageAt } from "./tour";

it("goes through every stage once, from wherever it is begun", () => {
  const seen = [];
  for (let at: (typeof stageList)[number] | null = stageList[0]; at; at = stageAfter(at.stage))
    seen.push(at.stage);
  expect(seen).toEqual(stageList.map((s) => s.stage));
});
it("knows the stage of an address, of pages below it too", () => {
  for (const { stage } of stageList) expect(stageAt(stagePath("s1", stage)).stage).toBe(stage);
  expect(stageAt("/scenes/s1/plates/part/p1").stage).toBe("plates");
  expect(stageAt("/scenes/s1/").stage).toBe("lay");
  expect(stageAt("/scenes/s1/sheet").stage).toBe("lay");
});
