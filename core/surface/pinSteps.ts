import { exact } from "#core/figure";
import { type ProductId, productOf } from "#core/materials/products";
import type { ToolId } from "#core/materials/tools";
import type { AddStep } from "#core/steps/partBase";
import { nailTest } from "#core/steps/nailTest";
import { clearInstead, curedCoats } from "#core/surface/curedResin";
import type { Filling } from "#core/surface/fillers";
import type { PinAnswer } from "#core/surface/pinAnswers";
import { counted } from "#core/words";

/** A pin that is mended, with what fills it. Buried ones are closed, and not sanded. */
export type PinWork = {
  readonly answer: PinAnswer;
  readonly filling: Filling;
  readonly depthMm: number;
  readonly buried: boolean;
};

/** Hands on one pin: a spot, or a stretch of a seam; to sand it flush (common practice). */
const SPOT_MIN = 0.5;
const SAND_MIN = 0.7;

type Tooling = { readonly title: string; readonly tool: ToolId; readonly place?: "lamp" };
const tooling: Partial<Record<PinAnswer, Tooling>> = {
  primer: { title: "Brush primer into fine gaps", tool: "fine brush" },
  "brushed resin": {
    title: "Fill gaps with resin, cured as it is laid",
    tool: "old soft brush",
    place: "lamp",
  },
  cyanoacrylate: { title: "Draw cyanoacrylate into gaps", tool: "glue" },
  paste: { title: "Fill gaps with resin and talc", tool: "spatula", place: "lamp" },
  putty: { title: "Putty on a cotton bud", tool: "spatula" },
  "epoxy putty": { title: "Epoxy putty, feathered", tool: "spatula" },
  shim: { title: "Glue a shim in, and fill round it", tool: "spatula" },
};

/** One step for all pins of a part that are mended alike, and one to sand them where that is reached. */
export function pinSteps(pins: readonly PinWork[], add: AddStep): void {
  const byAnswer = new Map<PinAnswer, PinWork[]>();
  for (const pin of pins)
    (byAnswer.get(pin.answer) ?? byAnswer.set(pin.answer, []).get(pin.answer)!).push(pin);
  for (const [answer, all] of byAnswer) {
    const how = tooling[answer];
    if (how) fillStep(answer, how, all, add);
  }
}

function fillStep(
  answer: PinAnswer,
  { title, tool, place }: Tooling,
  all: readonly PinWork[],
  add: AddStep,
): void {
  const id: ProductId | null = all[0]!.filling.product;
  const product = id ? productOf(id) : null;
  const layers = Math.max(...all.map((p) => p.filling.layers));
  const ml = all.reduce((sum, p) => sum + p.filling.millilitres, 0);
  const key = `pins-${answer.replaceAll(" ", "-")}`;
  const fill = add({
    key,
    action: answer === "primer" ? "fill" : "fill seam",
    title: `${title}: ${counted(all.length, "pin", "pins")}${layers > 1 ? `, ${layers} layers` : ""}`,
    product: id,
    minutes: 1 + SPOT_MIN * all.reduce((sum, p) => sum + p.filling.layers, 0),
    tool,
    ...(place ? { place } : {}),
    waitMinutes: product ? product.recoatMinutes * (layers - 1) + product.handleMinutes : 0,
    coats: layers,
    mixMl: product && ml > 0 ? exact(Math.max(0.1, ml), "ml", "practice") : null,
    notes: notesOf(answer, all),
  });
  const sanded = all.filter((p) => p.filling.sandAfterHours !== null && !p.buried);
  if (sanded.length === 0) return;
  const hours = Math.max(...sanded.map((p) => p.filling.sandAfterHours!));
  const test = add({
    ...nailTest(hours),
    key: `${key}-test`,
    after: [fill.id],
  });
  add({
    key: `${key}-sand`,
    action: "sand",
    title: `Sand ${counted(sanded.length, "filled place", "filled places")} flush`,
    minutes: 1 + SAND_MIN * sanded.length,
    tool: "abrasive 240",
    after: [test.id],
  });
}

function notesOf(answer: PinAnswer, all: readonly PinWork[]): readonly string[] {
  const buried = all.filter((p) => p.buried).length;
  const cured =
    answer === "brushed resin" ? curedCoats(Math.max(...all.map((p) => p.depthMm)), "clear", 1) : null;
  return [
    `${all[0]!.filling.how[0]!.toUpperCase()}${all[0]!.filling.how.slice(1)}.`,
    ...(cured
      ? [`${cured.lampSeconds} s of lamp on each, from 2 to 5 cm, and a touch before the next.`]
      : []),
    ...(answer === "brushed resin" && all.some((p) => clearInstead(p.depthMm, "opaque"))
      ? [
          "Deeper than 1 mm: clear resin, which differs in shade under thin paint; printing resin does not cure through.",
        ]
      : []),
    ...(buried > 0
      ? [
          `${counted(buried, "one lies", "lie")} under ground: closed, so that nothing runs through, and not sanded.`,
        ]
      : []),
  ];
}
