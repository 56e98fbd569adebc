import { expect, it } from "vitest";
import { partRef } from "#core/reference";
import { makePlan } from "#core/plan/plan";
import { testInput } from "#core/plan/testing";
import { patchedPart, printOf } from "#core/scene/part";
import type { Joint } from "#core/scene/joint";

it("P7: six joints of two printed clips ask for 12 and 2 spares, first of all; eight magnets are bought", () => {
  const joint = (id: string, count: number, hardware: NonNullable<Joint["hardware"]>): Joint => ({
    ...{ id, sceneId: "s", name: id, partIds: ["wall"], fit: "clip", gapInFileMm: null, glue: null },
    ...{ count, shows: false, hardware },
  });
  const input = testInput();
  const clip = input.parts.find((p) => p.name === "post")!;
  const joints = [
    joint("rails", 6, { kind: "clip", each: 2, partId: clip.id }),
    joint("lid", 4, { kind: "magnet", each: 2, partId: null }),
  ];
  const plan = makePlan({ ...input, joints });
  const finding = plan.findings.find((f) => f.about === partRef(clip.id) && f.cause === "hardware-short")!;
  expect(finding.sentence).toBe(
    `post: the joints take 12 clips and 2 spares, and ${clip.count} are planned.`,
  );
  const magnets = plan.stores.find((l) => l.needKey === "hardware:magnet")!;
  expect(magnets).toMatchObject({ needed: 9, unit: "pieces" });
  expect(plan.stores.some((l) => l.needKey === "hardware:clip")).toBe(false);
  // Where the printed part is gone, its joint says so: nothing is printed or bought for it any more.
  const without = makePlan({ ...input, joints, parts: input.parts.filter((p) => p !== clip) });
  expect(without.findings.find((f) => f.cause === "part-gone")?.name).toBe("rails");
  const { patch } = finding.mends[0]!.edit as unknown as { patch: Parameters<typeof patchedPart>[1] };
  const mended = patchedPart(clip, patch);
  expect([mended.count, printOf(mended).spares, mended.setsSizes]).toEqual([12, 2, true]);
  const again = makePlan({ ...input, joints, parts: input.parts.map((p) => (p === clip ? mended : p)) });
  expect(again.findings.some((f) => f.cause === "hardware-short")).toBe(false);
  expect(again.plates.flatMap((p) => p.laid).filter((l) => l.partId === clip.id)).toHaveLength(14);
});
