import { useState } from "react";
import { shellKey } from "#core/plan/plates/derivedKeys";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { writeBinaryStl } from "#core/formats/stl";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { Outcome } from "#core/outcome";
import { type PartPrint, printOf } from "#core/scene/part";
import { storeResults } from "#data/meshes";
import { patchRow } from "#data/scenes";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { undoAction } from "#app/jobs/keep";
import { saveFile } from "#app/jobs/saveFile";
import { typedNumber } from "#app/readForm";
import { findHollow, type Hollowed, hollowFile } from "#workers/print";

const USUAL_WALL_MM = 2;

export type Hollowing = ReturnType<typeof useHollow>;

/**
 * Looking for the hollow of a part, keeping it, and making its file.
 * @returns the wall as typed, what was found with it, what went wrong, and what can be done
 */
export function useHollow({ part, chosen, rescale: { factor } }: PartPlan, soup: TriangleSoup) {
  const print = printOf(part);
  const raised = chosen!.raised;
  const [wall, setWall] = useState(String(print.hollow?.wallMm ?? USUAL_WALL_MM));
  const [refused, setRefused] = useState("");
  const looking = useJob<Outcome<Hollowed> & { readonly wallMm: number }>();
  const file = useJob<Outcome<Float32Array>>();
  const say = useToast();
  const found = looking.job.value?.ok ? looking.job.value : null;
  const patch = async (hollow: PartPrint["hollow"], label: string, words: string) => {
    const outcome = await patchRow("parts", part.id, { print: { hollow } }, label, localNow().at);
    say(outcome.ok ? words : outcome.problems[0]!.message, undoAction);
  };
  return {
    wall,
    setWall,
    looking,
    file,
    found,
    patch,
    said:
      wrongWith(looking.job.value) ??
      wrongWith(file.job.value) ??
      (looking.job.said || file.job.said || refused),
    look: () => {
      const wallMm = typedNumber(wall);
      if (!(wallMm >= 0.5 && wallMm <= 20))
        return setRefused("A wall is between 0.5 and 20 mm. Type for instance 2.");
      setRefused("");
      return void looking.start(async (tell, signal) => ({
        ...(await findHollow(soup.corners, factor, wallMm, print.pose, raised, tell, signal)),
        wallMm,
      }));
    },
    keep: async () => {
      if (!found) return;
      const { value, wallMm } = found;
      const { shell, holes } = value;
      const meshId = part.meshId!;
      await storeResults([
        { key: shellKey(meshId, factor, wallMm), meshId, value: { kind: "shell", shell } },
      ]);
      await patch(
        { wallMm, drains: holes.length, holes },
        `Hollow ${part.name}`,
        `${part.name} is hollow with walls of ${wallMm} mm.`,
      );
    },
    save: async () => {
      const { wallMm, holes } = print.hollow!;
      const made = await file.start((tell, signal) =>
        hollowFile(soup.corners, factor, wallMm, holes, print.pose, raised, tell, signal),
      );
      if (!made?.ok) return;
      const name = `${part.name.toLowerCase().replaceAll(/\W+/g, "-")}-hollow.stl`;
      saveFile(writeBinaryStl({ corners: made.value.map((v) => v * factor) }), name, "model/stl");
    },
  };
}

const wrongWith = (value: Outcome<unknown> | null): string | null =>
  value && !value.ok ? value.problems[0]!.message : null;
