import { Link } from "react-router";
import type { Recipe } from "#core/paint/paint";
import { laidWords } from "#core/paint/mixNotes";
import { hexOfLab } from "#core/paint/colour";
import { FigureView } from "#ui/FigureView";
import { MixParts } from "#ui/MixParts";
import { mixBlocks } from "#app/mixBlocks";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useScene } from "#app/routes/scenes/useScene";
import { HalfCircles } from "./HalfCircles";
import { MixBatches } from "./MixBatches";
import { MixCup } from "./MixCup";
import { MixSwatch } from "./MixSwatch";
import { differenceWords, enoughWords, mixUse } from "./view";

/** Every mix of the workshop, beside what it was mixed for. */
export function Mixes({ selected }: { selected: string | undefined }) {
  const { input, plan } = useScene();
  const { recipes, paints } = input.workshop;
  return (
    <section id="mixes">
      <h2 className="mb-2">Mixes</h2>
      <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {recipes.map((r) => {
          const mix = plan.mixes.get(r.id);
          return (
            <li key={r.id} className="panel" data-selected={selected === r.id ? true : undefined}>
              <Link to={`?recipe=${r.id}`} preventScrollReset className="no-underline">
                <h3>{r.name}</h3>
                <div className="mt-2 flex items-center gap-4">
                  {mix && (
                    <HalfCircles result={hexOfLab(mix.lab)} target={r.target ? hexOfLab(r.target) : null} />
                  )}
                  <div className="text-[14px]">
                    <MixParts parts={mixBlocks(r, paints)} size={16} />
                    <p className="text-ink-2">{laidWords(r)}</p>
                    {mix && mix.difference !== null && (
                      <p className="mt-1">
                        {differenceWords(mix.difference)}{" "}
                        <span className="figures text-ink-2">ΔE {mix.difference.toFixed(1)}</span>
                      </p>
                    )}
                  </div>
                </div>
              </Link>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** The mix that is selected: where it is used in this scene, and how much to put out. */
export function MixSlip({ recipe }: { recipe: Recipe }) {
  const { input, plan } = useScene();
  const { steps, millilitres, drops } = mixUse(recipe, plan.work.steps);
  return (
    <Slip title={recipe.name} subtitle={`in ${input.scene.name}`}>
      <MixParts parts={mixBlocks(recipe, input.workshop.paints)} {...(drops.length > 0 ? { drops } : {})} />
      <SlipLines
        title="Needed"
        lines={[
          ...steps.map(
            (s) =>
              [
                `${s.onWhat}, ${s.title.toLowerCase()}`,
                <FigureView key={s.id} figure={s.mixMl!} label={s.title} />,
              ] as const,
          ),
          [
            "together",
            <b key="t" className="figures">
              {millilitres.toFixed(1)} ml
            </b>,
          ],
        ]}
      />
      <p className="text-[14px]">{enoughWords(recipe, input.workshop)}</p>
      <MixCup key={JSON.stringify(recipe.parts)} recipe={recipe} />
      <MixBatches recipe={recipe} />
      <MixSwatch key={`${recipe.id} swatch`} recipe={recipe} />
      <p className="text-[13px] text-ink-2">
        The prediction mixes as pigments mix, from the colour of each pot alone: right to about 4 units of
        difference; pots with a swatch do better. Gloss and metallic paint are outside it.
      </p>
    </Slip>
  );
}
