import type { Finding } from "#core/plan/finding";
import { detailFindings } from "#core/plan/parts/detailFindings";
import { lookFindings } from "#core/plan/parts/lookFindings";
import { meshFindings } from "#core/plan/parts/meshFindings";
import type { PartDraft } from "#core/plan/parts/partFinding";
import type { PartScene, PartWorkshop } from "#core/plan/parts/partSurroundings";
import { printFindings } from "#core/plan/parts/printFindings";
import { scaleFindings } from "#core/plan/parts/scaleFindings";
import { partFinding } from "#core/plan/parts/partFinding";
import { partWords } from "#core/plan/parts/partWords";
import { trialsOf, trialsText } from "#core/plan/parts/trials";
import { zoneFindings } from "#core/plan/parts/zoneFindings";
import { printOf } from "#core/scene/part";

/** What is wrong with a part or wanting, in its size, its mesh, on its machine and to the eye. */
export const partFindings = (draft: PartDraft, scene: PartScene, workshop: PartWorkshop): Finding[] => [
  // A piece has the scale of what it was cut from.
  ...(printOf(draft.part).pieceOf ? [] : scaleFindings(draft, scene)),
  ...meshFindings(draft),
  ...printFindings(draft, workshop),
  ...lookFindings(draft, scene),
  ...zoneFindings(draft, scene),
  ...detailFindings(draft, scene),
  ...trialFindings(draft, workshop.currency),
];

/** Trial prints that took more than they may. */
function trialFindings(draft: PartDraft, currency: string): Finding[] {
  const trials = trialsOf(draft);
  if (!trials?.isOver) return [];
  const { part } = draft;
  return [
    partFinding(
      part,
      "wastes",
      "parts",
      "trials",
      partWords.trialsOver(part.name, trialsText(trials, currency)),
    ),
  ];
}
