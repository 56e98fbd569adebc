import { exact } from "#core/figure";
import { hardwareOf, hardwareText } from "#core/joints/hardware";
import type { PlanInput } from "#core/scene/planInput";
import type { Need } from "#core/stores/draw";

/** What joints are held by that is bought: their pieces and spares. */
export const needsOfHardware = ({ joints }: Pick<PlanInput, "joints">): readonly Need[] =>
  hardwareOf(joints)
    .filter((l) => l.partId === null)
    .map((l) => ({
      needKey: `hardware:${l.kind}`,
      name: `${l.kind}s`,
      unit: "pieces",
      amount: exact(l.count + l.spares, "pieces", "computed", [
        { text: `${hardwareText(l)}, for ${l.joints.join(", ")}; a spare for each ten (a default)` },
      ]),
      forWhat: l.joints.join(", "),
    }));
