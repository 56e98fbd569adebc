import { useMemo } from "react";
import { Link, useFetcher } from "react-router";
import { type ScaleQuestion, scaleQuestions } from "#core/plan/parts/scaleQuestions";
import type { MeshMeasurement } from "#core/mesh/measure";
import type { Problem } from "#core/outcome";
import { adultModelMm } from "#core/scale/figureSize";
import { Adult } from "#ui/Adult";
import { useLengths } from "#ui/LengthContext";
import { Button } from "#ui/Button";
import { Problems } from "#ui/Field";
import { useGrown } from "#ui/Grown";
import { outlinePath } from "#ui/Mat";
import { useScene } from "#app/routes/scenes/useScene";
import {
  type ChoiceCard,
  choiceCards,
  questionText,
  sureScales,
  type TakenScale,
  takenScale,
  takeText,
} from "./scaleChoice";

const FIRST = 8;

/** Every part without a scale, drawn beside a person at its likeliest sizes: the one that looks right is tapped. */
export function ScaleChooser() {
  const { input, plan } = useScene();
  const { denominator, id: sceneId } = input.scene;
  const questions = useMemo(() => scaleQuestions(plan.parts, denominator), [plan.parts, denominator]);
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const take = (scales: readonly TakenScale[]) =>
    void fetcher.submit({ intent: "take-scales", scales: JSON.stringify(scales) }, { method: "post" });
  const { drawn, below } = useGrown(questions, FIRST);
  if (questions.length === 0) return null;
  const sure = sureScales(questions);
  return (
    <section aria-labelledby="scale-chooser" className="grid gap-3">
      <div className="flex flex-wrap items-center gap-3">
        <h2 id="scale-chooser">What were these drawn at?</h2>
        <p className="text-[14px] text-ink-2">
          {questions.length} {questions.length === 1 ? "part has" : "parts have"} no scale yet; tap the size
          that looks right beside the person.
        </p>
        {sure.length > 0 && (
          <Button kind="main" disabled={fetcher.state !== "idle"} onClick={() => take(sure)}>
            {takeText(sure.length)}
          </Button>
        )}
      </div>
      <Problems problems={fetcher.data?.problems} fields={[]} />
      <ul className="grid gap-3">
        {drawn.map((q) => (
          <OnePart key={q.part.id} question={q} sceneId={sceneId} take={take} />
        ))}
      </ul>
      {below}
      <p className="text-[13px] text-ink-2">
        Read from names, openings, steps and boards, walls and size (common practice); a share is how often
        such a guess is right.
      </p>
    </section>
  );
}

function OnePart({
  question,
  sceneId,
  take,
}: {
  readonly question: ScaleQuestion;
  readonly sceneId: string;
  readonly take: (scales: readonly TakenScale[]) => void;
}) {
  const { part, measurement } = question;
  const { system } = useLengths();
  return (
    <li className="panel grid gap-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h3>{part.name}</h3>
        <p className="text-[14px]">{questionText(question)}</p>
        <Link
          to={`/scenes/${sceneId}/parts/${part.id}`}
          className="text-[14px] underline decoration-primer-3 underline-offset-4"
        >
          Another size
        </Link>
      </div>
      <div className="flex flex-wrap gap-3">
        {choiceCards(question, system).map((card) => (
          <button
            key={card.text}
            type="button"
            className="grid w-56 content-start gap-1 rounded-cut border border-primer-3 bg-primer-1 p-2 text-left hover:border-ink"
            onClick={() => take([takenScale(question, card.reading)])}
          >
            <BesidePerson card={card} measurement={measurement} />
            <span className="font-head font-semibold">{card.text}</span>
            <span className="figures text-[13px]">{card.sizeText}</span>
            {card.percent !== null && (
              <span className="figures text-[13px] text-ink-2">{card.percent} %</span>
            )}
          </button>
        ))}
      </div>
    </li>
  );
}

const ADULT = adultModelMm(1);
/** The widest picture for its height, so that a long part does not shrink all to a line. */
const WIDEST = 2.2;

/** A part from the front as large as it would really be, beside an adult. */
function BesidePerson({
  card,
  measurement,
}: {
  readonly card: ChoiceCard;
  readonly measurement: MeshMeasurement;
}) {
  const [width, , height] = card.realSize;
  const { box, front } = measurement;
  const gap = 0.35 * ADULT;
  const tall = 1.06 * Math.max(ADULT, height, (width + 2 * gap) / WIDEST);
  const { realMm } = card.reading;
  return (
    <svg
      viewBox={`${-1.6 * gap} ${-tall} ${WIDEST * tall} ${tall}`}
      className="h-24 w-full bg-primer-2"
      role="img"
      aria-label={`${card.sizeText}, beside an adult`}
      preserveAspectRatio="xMinYMax meet"
    >
      <g transform="scale(1 -1)">
        <Adult tall={ADULT} at={-gap / 2} fill="var(--ink-2)" />
        <path
          d={outlinePath(front)}
          fillRule="evenodd"
          transform={`translate(${gap / 2} 0) scale(${realMm}) translate(${-box.min[0]} ${-box.min[2]})`}
          vectorEffect="non-scaling-stroke"
          fill="var(--primer-3)"
          stroke="var(--ink)"
          strokeWidth={1.4}
        />
      </g>
    </svg>
  );
}
