import type { ProductId } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import type { OrderChange } from "#core/order/change";
import type { Checked } from "#core/steps/facts";
import { insert } from "#core/order/mends";
import type { Action, Step } from "#core/steps/step";

/** What is looked at, point by point, each to be passed or failed. Common practice. */
export const inspectionList: Partial<Record<Checked, readonly string[]>> = {
  print: [
    "It came off whole: nothing is left on the plate",
    "No layer lost, shifted or split",
    "Supports and brim off, scars small",
  ],
  reference: [
    "Colours beside each other as in the picture",
    "Light and dark as in the picture",
    "Sizes and gaps look right together",
  ],
  faults: [
    "Layer steps where light falls flat",
    "Scars of supports",
    "Strings, blobs and gaps",
    "Lost or bent detail",
  ],
  primer: [
    "Scratches from sanding",
    "Steps that still show",
    "Dust and hairs under the film",
    "Runs and dry spray",
  ],
  palette: [
    "Every mix beside the others on scrap",
    "Under the light it will stand in",
    "Against the picture it is made from",
  ],
  assembly: [
    "Every joint closes without force",
    "Nothing rocks",
    "Square over both diagonals",
    "What moves still moves",
    "It stands as it should beside its neighbours",
  ],
  dust: ["Hairs and dust off under a side light", "Brush hairs out of the film"],
  recesses: ["No white varnish in corners", "The same sheen all over"],
  handling: ["Joints hold when it is picked up", "Nothing comes off on the fingers"],
  "finish list": ["Edges", "Underside", "Label", "Varnish even", "Picture taken"],
  square: ["Both diagonals alike"],
  stain: ["No stain on the paper after a day"],
  dam: ["Level in both directions", "No drop outside after an hour"],
};

/** How a point that failed is put right, by what was looked at; with the brush where nothing else is told. */
const mending: Partial<
  Record<
    Checked,
    {
      readonly action: Action;
      readonly verb: string;
      readonly product?: ProductId;
      readonly tool: ToolId;
      readonly minutes: number;
    }
  >
> = {
  print: {
    action: "fill",
    verb: "Mend the print",
    product: "texture paste",
    tool: "spatula",
    minutes: 10,
  },
  faults: {
    action: "fill",
    verb: "Fill",
    product: "texture paste",
    tool: "spatula",
    minutes: 10,
  },
  primer: {
    action: "prime",
    verb: "Smooth the spot and prime it again",
    product: "brush primer",
    tool: "fine brush",
    minutes: 12,
  },
  palette: { action: "test", verb: "Mix again", tool: "palette and scrap", minutes: 15 },
  reference: { action: "test", verb: "Try on scrap", tool: "palette and scrap", minutes: 15 },
  assembly: { action: "dry fit", verb: "File and fit again", tool: "file", minutes: 10 },
};

/** The step that puts a failed point back into the order, for that spot only, right after the look. */
export function mendOfPoint(step: Step, point: string): OrderChange {
  const check = step.facts?.checks?.find((c) => inspectionList[c]?.includes(point));
  const how = (check && mending[check]) ?? {
    action: "touch up",
    verb: "Mend",
    product: "acrylic",
    tool: "fine brush",
    minutes: 10,
  };
  return insert("after", step, how.action, `${how.verb}: ${point.toLowerCase()}`, {
    minutes: how.minutes,
    tool: how.tool,
    ...(how.product ? { product: how.product } : {}),
  }).change;
}
