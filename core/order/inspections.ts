import type { Checked } from "#core/order/facts";

/** What is looked at, point by point, each to be passed or failed. Common practice. */
export const inspectionList: Partial<Record<Checked, readonly string[]>> = {
  faults: ["Layer steps where light falls flat", "Scars of supports", "Strings, blobs and gaps", "Lost or bent detail"],
  primer: ["Scratches from sanding", "Steps that still show", "Dust and hairs under the film", "Runs and dry spray"],
  palette: ["Every mix beside the others on scrap", "Under the light it will stand in", "Against the picture it is made from"],
  assembly: ["Every joint closes without force", "Nothing rocks", "Square over both diagonals", "What moves still moves", "It stands as it should beside its neighbours"],
  dust: ["Hairs and dust off under a side light", "Brush hairs out of the film"],
  recesses: ["No white varnish in corners", "The same sheen all over"],
  handling: ["Joints hold when it is picked up", "Nothing comes off on the fingers"],
  "finish list": ["Edges", "Underside", "Label", "Varnish even", "Picture taken"],
  square: ["Both diagonals alike"],
  stain: ["No stain on the paper after a day"],
  dam: ["Level in both directions", "No drop outside after an hour"],
};
