import { useSearchParams } from "react-router";
import type { Route } from "./+types/colour";
import type { PaintSequence } from "#core/paint/paintSequence";
import { appDatabase } from "#data/db";
import { Choice } from "#ui/Field";
import { FindingList } from "#ui/FindingList";
import { readForm } from "#app/readForm";
import { Slip } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";
import { colourAction } from "./colourAction";
import { BestBuy } from "./BestBuy";
import { BookButtons } from "./BookButtons";
import { Mixes, MixSlip } from "./Mixes";
import { MixForm } from "./MixForm";
import { Palette } from "./Palette";
import { PictureCard } from "./PictureCard";
import { Pots } from "./Pots";
import { Scheme } from "./Scheme";
import { Tones } from "./Tones";
import { UsualPaint } from "./UsualPaint";
import { colourFindings, schemeParts, shownPart } from "./view";

export const clientLoader = async () => ({ sequences: await appDatabase().sequences.toArray() });

export const clientAction = async ({ request }: Route.ClientActionArgs) =>
  colourAction(await readForm(request));

export default function Colour({ loaderData, actionData }: Route.ComponentProps) {
  const { workshop } = useScene().input;
  const [search] = useSearchParams();
  const recipe = workshop.recipes.find((r) => r.id === search.get("recipe")) ?? null;
  return (
    <div className="sheet grid content-start gap-6">
      <h1>Colour</h1>
      <Jumps />
      <UsualPaint />
      <Schemes sequences={loaderData.sequences} />
      <Palette />
      <PictureCard />
      <Mixes selected={recipe?.id} />
      <MixForm key={recipe?.id ?? "new"} recipe={recipe} problems={actionData?.problems} />
      <Tones />
      <Pots />
      <BestBuy />
      {recipe ? (
        <MixSlip recipe={recipe} />
      ) : (
        <Slip title="Colour">
          <p>
            Select a mix to see its drops and where it is used. A difference under 1 is not seen, 2 is close,
            5 is plainly another colour.
          </p>
        </Slip>
      )}
    </div>
  );
}

/** Where on this page what is. */
const Jumps = () => (
  <nav aria-label="On this page" className="flex flex-wrap gap-x-4 gap-y-1 text-[14px]">
    {["Schemes", "Palette", "Picture", "Mixes", "Tones", "Pots"].map((name) => (
      <a key={name} href={`#${name.toLowerCase()}`} className="underline underline-offset-4">
        {name}
      </a>
    ))}
  </nav>
);

/** What each part is painted with, one part at a time. */
function Schemes({ sequences }: { readonly sequences: readonly PaintSequence[] }) {
  const { plan } = useScene();
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const shown = shownPart(plan.parts, search.get("part"));
  return (
    <section id="schemes">
      <h2 className="mb-2">Schemes</h2>
      {shown && (
        <>
          <div className="mt-2 mb-2 flex items-end gap-3">
            <Choice
              label="Part"
              name="part"
              value={shown.part.id}
              onChange={(e) =>
                setSearch({ part: e.target.value }, { replace: true, preventScrollReset: true })
              }
              options={schemeParts(plan.parts).map((p) => [p.part.id, p.part.name] as const)}
            />
          </div>
          <FindingList
            findings={colourFindings(plan.findings, shown.part.id)}
            onMend={(f, m) => void mend(f, m)}
          />
          <Scheme planned={shown} sequences={sequences} />
          <BookButtons part={shown.part} />
        </>
      )}
    </section>
  );
}
