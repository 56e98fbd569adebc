import { Link } from "react-router";
import { productName } from "#core/materials/products";
import { inHand } from "#core/steps/inHand";
import type { Step } from "#core/steps/step";
import { durationText } from "#ui/Duration";
import { FrontOutline } from "#ui/FrontOutline";
import { MixParts } from "#ui/MixParts";
import { useScene } from "#app/routes/scenes/useScene";
import { mixOf, ownSpeed, partsOf, piecesOf } from "./view";

/** What is done, on what, with what, and how long it takes: read from a metre away. */
export function StepHead({ step }: { step: Step }) {
  const { input, plan } = useScene();
  const { done, left } = piecesOf(step, plan.work.some);
  const hand = inHand(step);
  const own = ownSpeed(step, input.workshop);
  const minutes = step.handsMinutes.value;
  return (
    <div>
      <p className="text-[24px] text-ink-2">
        {step.onWhat}
        {done > 0 && `, ${left} left of ${step.pieces}`}
      </p>
      <h1 className="text-[46px] leading-[1.08]">{step.title}</h1>
      <p className="mt-2 text-[24px] text-ink-2">
        with {hand.what}
        {step.product ? `, ${productName(step.product)}` : ""}; {durationText(minutes)}
        {step.waitMinutes > 0 && (
          <>
            , then wait <span className="whitespace-nowrap">{durationText(step.waitMinutes)}</span>
          </>
        )}
      </p>
      {hand.because !== "" && <p className="text-[17px] text-ink-2">This one because {hand.because}.</p>}
      {own.basis === "learned" && (
        <p className="text-[17px] text-ink-2">
          At your own speed; most of them take {durationText((minutes * own.low) / own.value)} to{" "}
          {durationText((minutes * own.high) / own.value)}.
        </p>
      )}
    </div>
  );
}

/** The mix or the pot of a step, with the drops and grams to put out. */
export function StepMix({ step }: { step: Step }) {
  const mix = mixOf(step, useScene().input.workshop);
  if (!mix) return null;
  return (
    <div className="text-[24px]">
      <MixParts
        size={44}
        parts={mix.blocks}
        {...(mix.out ? { drops: mix.out.drops, grams: mix.out.grams } : {})}
      />
      {mix.out && (
        <p className="mt-1 text-[22px]">
          {mix.out.millilitres.toFixed(1)} ml
          {mix.thinnerShare > 0 && `, thinned ${Math.round(mix.thinnerShare * 100)} %`}: enough for all of it
          and a fifth over
        </p>
      )}
    </div>
  );
}

/** The fronts of what a step is done to. */
export function StepParts({ step }: { step: Step }) {
  const parts = partsOf(step, useScene().plan.parts);
  if (parts.length === 0) return null;
  return (
    <ul className="flex flex-wrap items-end gap-6" aria-label="On what">
      {parts.map((p) => (
        <li key={p.part.id}>
          <FrontOutline
            of={p.measurement!}
            name={p.part.name}
            on="sheet"
            className="block max-w-48 overflow-visible"
            heightPx={(ratio) => Math.min(110, 190 * ratio)}
          />
          {typeof step.partOf === "object" && (
            <Link
              className="text-[17px] underline decoration-primer-3 underline-offset-4"
              to={`/scenes/${p.part.sceneId}/painted/${p.part.id}?step=${encodeURIComponent(step.id)}`}
            >
              how it looks after this
            </Link>
          )}
          {step.partOf === "treatment" && p.part.meshId && (
            <Link
              className="text-[17px] underline decoration-primer-3 underline-offset-4"
              to={`/scenes/${p.part.sceneId}/look/${p.part.id}`}
            >
              where it shows
            </Link>
          )}
        </li>
      ))}
    </ul>
  );
}
