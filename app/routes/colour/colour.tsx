import type { Problem } from "#core/outcome";
import { coatProducts } from "#core/paint/coatProducts";
import { ProgressLine } from "#ui/States";
import { useJob } from "#app/hooks/useJob";
import { findMixes } from "#workers/paint";
import { partRef } from "#core/reference";
import { useState } from "react";
import { Form, Link, useFetcher, useSearchParams } from "react-router";
import type { Route } from "./+types/colour";
import type { FoundMix } from "#core/paint/bestMixes";
import { dropsFor, type Method, methods, neatMillilitres } from "#core/paint/amount";
import { hexOfLab, labOfHex } from "#core/paint/colour";
import { predictMix, type Recipe } from "#core/paint/paint";
import { type SchemeLayer, recipeOf, paintOf } from "#core/paint/scheme";
import { type ProductId, productName } from "#core/materials/products";
import { appDatabase } from "#data/db";
import { patchRow, putRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { type Part, printOf } from "#core/scene/part";
import { MixParts } from "#ui/MixParts";
import { localNow } from "#app/clock";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { layerForm, mixForm, partFields } from "./forms";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  switch (textOf(form, "intent")) {
    case "recipe": {
      const fields = await fieldsOf(form, mixForm);
      if (!fields.ok) return refuse(fields.problems);
      const parts = partFields
        .map((name, i) => ({ paintId: textOf(form, `paint${i}`), parts: fields.value[name] }))
        .filter((p) => p.paintId !== "" && p.parts > 0);
      const target = textOf(form, "target") === "" ? null : labOfHex(textOf(form, "target"));
      if (parts.length === 0)
        return refuse([
          { code: "recipe/empty", path: ["paint0"], message: "Choose at least one paint and give it parts." },
        ]);
      const recipe: Recipe = {
        id: textOf(form, "id") || crypto.randomUUID(),
        name: textOf(form, "name"),
        parts,
        thinnerShare: fields.value.thinner / 100,
        target: target?.ok ? target.value : null,
      };
      const outcome = await putRow("recipes", recipe, `Mix ${recipe.name}`, at);
      return outcome.ok ? { problems: [] } : refuse(outcome.problems);
    }
    case "layer": {
      const part = await appDatabase().parts.get(textOf(form, "partId"));
      if (!part) return refuse([{ code: "row/gone", path: [], message: "Choose a part first." }]);
      const fields = await fieldsOf(form, layerForm);
      if (!fields.ok) return refuse(fields.problems);
      const { coats, coverage } = fields.value;
      const [, kind, what] = /^(recipe|paint):(.+)$/.exec(textOf(form, "what")) ?? [];
      const layer: SchemeLayer = {
        id: crypto.randomUUID().slice(0, 8),
        kind: textOf(form, "kind") as SchemeLayer["kind"],
        product: textOf(form, "product") as ProductId,
        colour: what ? { kind: kind as "recipe" | "paint", id: what } : null,
        method: textOf(form, "method") as Method,
        coats,
        coverage: coverage / 100,
        sheen: textOf(form, "sheen") as SchemeLayer["sheen"],
      };
      const outcome = await patchRow(
        "parts",
        part.id,
        ({ scheme }) => ({ scheme: [...scheme, layer] }),
        `Add a layer to ${part.name}`,
        at,
      );
      return outcome.ok ? { problems: [] } : refuse(outcome.problems);
    }
    case "remove-layer": {
      const part = await appDatabase().parts.get(textOf(form, "partId"));
      if (!part) return { problems: [] };
      const others = (l: SchemeLayer) => l.id !== textOf(form, "layerId");
      const without = ({ scheme }: Part) => ({ scheme: scheme.filter(others) });
      return answer(await patchRow("parts", part.id, without, `Take a layer off ${part.name}`, at));
    }
  }
  return { problems: [] };
}

export default function Colour({ actionData }: Route.ComponentProps) {
  const {
    input: { workshop, scene },
    plan,
  } = useScene();
  const [search, setSearch] = useSearchParams();
  const mend = useMend();
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const recipe = workshop.recipes.find((r) => r.id === search.get("recipe")) ?? null;
  const part =
    plan.parts.find((p) => p.part.id === search.get("part")) ??
    plan.parts.find((p) => p.part.scheme.length > 0) ??
    plan.parts[0];
  const blocks = (r: Recipe) =>
    r.parts.map((p) => ({
      name: paints.get(p.paintId)?.name ?? "gone",
      hex: paints.get(p.paintId)?.hex ?? "#888888",
      parts: p.parts,
    }));
  const uses = recipe ? plan.work.steps.filter((s) => s.recipeId === recipe.id && s.mixMl) : [];
  const needed = uses.reduce((sum, s) => sum + s.mixMl!.value, 0);
  return (
    <div className="sheet grid content-start gap-6">
      <h1>Colour</h1>
      <section>
        <h2 className="mb-2">Mixes</h2>
        <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
          {workshop.recipes.map((r) => {
            const mix = plan.mixes.get(r.id);
            return (
              <li key={r.id} className="panel" data-selected={recipe?.id === r.id ? true : undefined}>
                <Link to={`?recipe=${r.id}`} preventScrollReset className="no-underline">
                  <h3>{r.name}</h3>
                  <div className="mt-2 flex items-center gap-4">
                    {mix && (
                      <HalfCircles result={hexOfLab(mix.lab)} target={r.target ? hexOfLab(r.target) : null} />
                    )}
                    <div className="text-[14px]">
                      <MixParts parts={blocks(r)} size={16} />
                      {mix?.difference !== null && mix && (
                        <p className="mt-1">
                          {differenceWords(mix.difference!)}{" "}
                          <span className="figures text-ink-2">ΔE {mix.difference!.toFixed(1)}</span>
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
      <RecipeForm key={recipe?.id ?? "new"} recipe={recipe} problems={actionData?.problems} />
      <section>
        <h2 className="mb-2">Schemes</h2>
        {part && (
          <>
            <div className="mb-2 flex items-end gap-3">
              <Choice
                label="Part"
                name="part"
                value={part.part.id}
                onChange={(e) =>
                  setSearch({ part: e.target.value }, { replace: true, preventScrollReset: true })
                }
                options={plan.parts
                  .filter((p) => !printOf(p.part).pieceOf)
                  .map((p) => [p.part.id, p.part.name] as const)}
              />
            </div>
            <FindingList
              findings={plan.findings.filter(
                (f) => f.stage === "colour" && f.about === partRef(part.part.id),
              )}
              onMend={(f, m) => void mend(f, m)}
            />
            <Scheme partId={part.part.id} />
          </>
        )}
      </section>
      <section>
        <h2 className="mb-2">Pots</h2>
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4 gap-y-3">
          {workshop.paints.map((p) => (
            <li key={p.id} className="text-[14px]">
              <span
                aria-hidden="true"
                className="block h-8 rounded-cut border border-primer-3"
                style={{
                  background: `linear-gradient(90deg, ${p.hex} 35%, color-mix(in srgb, ${p.hex} ${p.opacity === "opaque" ? 80 : p.opacity === "semi" ? 55 : 25}%, #ffffff))`,
                }}
              />
              {p.name} <span className="text-ink-2">{p.opacity === "opaque" ? "" : p.opacity}</span>
            </li>
          ))}
        </ul>
        <p className="mt-2">
          <Link to="/workshop/paints">Add or change pots in the workshop</Link>
        </p>
      </section>
      {recipe ? (
        <Slip title={recipe.name} subtitle={`in ${scene.name}`}>
          <MixParts
            parts={blocks(recipe)}
            drops={
              needed > 0
                ? dropsFor(
                    recipe.parts.map((p) => p.parts),
                    neatMillilitres(needed, recipe.thinnerShare),
                  )
                : []
            }
          />
          <SlipLines
            title="Needed"
            lines={[
              ...uses.map(
                (s) =>
                  [
                    `${s.onWhat}, ${s.title.toLowerCase()}`,
                    <FigureView key={s.id} figure={s.mixMl!} label={s.title} />,
                  ] as const,
              ),
              [
                "together",
                <b key="t" className="figures">
                  {needed.toFixed(1)} ml
                </b>,
              ],
            ]}
          />
          <p className="text-[13px] text-ink-2">
            The prediction mixes as pigments mix, from the colour of each pot alone: right to about 4 units of
            difference; pots with a swatch do better. Gloss and metallic paint are outside it.
          </p>
        </Slip>
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

const differenceWords = (d: number) =>
  d < 1 ? "the same to the eye" : d < 2.5 ? "close" : d < 5 ? "a shade off" : "plainly different";

function HalfCircles({ result, target }: { result: string; target: string | null }) {
  return (
    <svg
      width="72"
      height="72"
      viewBox="0 0 72 72"
      role="img"
      aria-label={target ? "target and result, touching" : "result"}
      className="shrink-0"
    >
      <path d="M36 4a32 32 0 0 0 0 64z" fill={target ?? result} />
      <path d="M36 4a32 32 0 0 1 0 64z" fill={result} />
      <circle cx="36" cy="36" r="32" fill="none" stroke="var(--ink-2)" />
    </svg>
  );
}

/** A mix as it is typed, with its predicted colour, and the nearest mixes of pots that are owned. */
function RecipeForm({
  recipe,
  problems,
}: {
  recipe: Recipe | null;
  problems: Parameters<typeof Problems>[0]["problems"];
}) {
  const {
    input: { workshop },
  } = useScene();
  const [rows, setRows] = useState<readonly { paintId: string; parts: number }[]>(() =>
    [...(recipe?.parts ?? []), ...Array(4).fill({ paintId: "", parts: 0 })].slice(0, 4),
  );
  const [target, setTarget] = useState(recipe?.target ? hexOfLab(recipe.target) : "#6f4a33");
  const { job: search, start, stop } = useJob<readonly FoundMix[]>();
  const found = search.value ?? [];
  const paints = new Map(workshop.paints.map((p) => [p.id, p]));
  const lab = labOfHex(target);
  const mix = predictMix(
    {
      id: "",
      name: "",
      parts: rows.filter((r) => r.paintId !== "" && r.parts > 0),
      thinnerShare: 0,
      target: lab.ok ? lab.value : null,
    },
    paints,
  );
  const find = () => {
    if (lab.ok) return start((_, signal) => findMixes(lab.value, workshop.paints, signal));
    return Promise.resolve(null);
  };
  const change = (i: number, next: Partial<(typeof rows)[number]>) =>
    setRows((all) => all.map((r, k) => (k === i ? { ...r, ...next } : r)));
  return (
    <Form method="post" className="panel grid gap-4 lg:grid-cols-[1.3fr_auto_1fr]">
      <div className="grid content-start gap-3">
        <h2>{recipe ? `Change ${recipe.name}` : "A new mix"}</h2>
        <Problems problems={problems} fields={["name", "thinner"]} />
        <input type="hidden" name="id" value={recipe?.id ?? ""} />
        <div className="grid grid-cols-3 gap-3">
          <Field label="Name" name="name" defaultValue={recipe?.name ?? ""} problems={problems} />
          <Field
            label="Wanted colour"
            name="target"
            type="color"
            value={target}
            onChange={(e) => setTarget(e.target.value)}
          />
          <Field
            label="Thinner, %"
            name="thinner"
            problems={problems}
            type="number"
            min={0}
            max={400}
            defaultValue={Math.round((recipe?.thinnerShare ?? 0) * 100)}
          />
        </div>
        {rows.map((r, i) => (
          <div key={i} className="grid grid-cols-[1fr_90px] gap-2">
            <select
              className="input"
              name={`paint${i}`}
              aria-label={`Paint ${i + 1}`}
              value={r.paintId}
              onChange={(e) => change(i, { paintId: e.target.value, parts: r.parts || 1 })}
            >
              <option value="">–</option>
              {workshop.paints.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
            <input
              className="input figures"
              name={`parts${i}`}
              aria-label={`Parts of paint ${i + 1}`}
              type="number"
              min={0}
              step="0.5"
              value={r.parts}
              onChange={(e) => change(i, { parts: Number(e.target.value) })}
            />
          </div>
        ))}
        <div className="flex gap-2">
          <Button kind="main" type="submit" name="intent" value="recipe">
            Keep the mix
          </Button>
          {recipe && (
            <Link className="button" data-kind="quiet" to="?">
              A new one
            </Link>
          )}
        </div>
      </div>
      <div className="grid content-center justify-items-center gap-1">
        {mix && (
          <>
            <HalfCircles result={hexOfLab(mix.lab)} target={target} />
            {mix.difference !== null && (
              <p aria-live="polite">
                {differenceWords(mix.difference)}
                <br />
                <span className="figures text-[14px] text-ink-2">ΔE {mix.difference.toFixed(1)}</span>
              </p>
            )}
          </>
        )}
      </div>
      <div className="grid content-start gap-2">
        {search.state === "running" ? (
          <ProgressLine what="Trying pairs of pots" share={search.share} onCancel={stop} />
        ) : (
          <Button onClick={() => void find()} disabled={workshop.paints.length === 0}>
            Find it in my pots
          </Button>
        )}
        {search.said !== "" && <p role="alert">{search.said}</p>}
        <ul className="grid gap-2" aria-live="polite">
          {found.map((m, i) => (
            <li key={i}>
              <button
                type="button"
                className="flex w-full items-center gap-2 text-left hover:bg-primer-3"
                onClick={() => setRows([...m.parts, ...Array(4).fill({ paintId: "", parts: 0 })].slice(0, 4))}
              >
                <span
                  aria-hidden="true"
                  className="size-6 shrink-0 rounded-cut"
                  style={{ background: hexOfLab(m.lab) }}
                />
                <span className="text-[14px]">
                  {m.parts.map((p) => `${p.parts} ${paints.get(p.paintId)!.name}`).join(" + ")}
                </span>
                <span className="figures ml-auto text-[13px] text-ink-2">ΔE {m.difference.toFixed(1)}</span>
              </button>
            </li>
          ))}
        </ul>
      </div>
    </Form>
  );
}

/** The layers of one part from primer to seal, with what each takes. */
function Scheme({ partId }: { partId: string }) {
  const {
    input: { workshop },
    plan,
  } = useScene();
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const problems = fetcher.data?.problems;
  const p = plan.parts.find((x) => x.part.id === partId)!;
  const nameOf = (l: SchemeLayer) =>
    workshop.recipes.find((r) => r.id === recipeOf(l))?.name ??
    workshop.paints.find((x) => x.id === paintOf(l))?.name ??
    productName(l.product);
  const swatch = (l: SchemeLayer) => {
    const mix = plan.mixes.get(recipeOf(l) ?? "");
    return mix ? hexOfLab(mix.lab) : (workshop.paints.find((x) => x.id === paintOf(l))?.hex ?? "transparent");
  };
  return (
    <div className="mt-2 grid gap-3">
      <table className="table">
        <thead>
          <tr>
            <th scope="col">layer</th>
            <th scope="col">with</th>
            <th scope="col">how</th>
            <th scope="col" data-figures>
              coats
            </th>
            <th scope="col" data-figures>
              of the surface
            </th>
            <th scope="col">takes</th>
            <th scope="col">
              <span className="sr-only">remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {p.part.scheme.map((l) => {
            const step = plan.work.steps.find((s) => s.id === `${partRef(partId)}/scheme-${l.id}`);
            return (
              <tr key={l.id}>
                <th scope="row">{l.kind}</th>
                <td>
                  <span
                    aria-hidden="true"
                    className="mr-2 inline-block size-4 rounded-cut border border-primer-3 align-[-3px]"
                    style={{ background: swatch(l) }}
                  />
                  {nameOf(l)}
                </td>
                <td>
                  {l.method}, {l.sheen}
                </td>
                <td data-figures>{l.coats}</td>
                <td data-figures>{Math.round(100 * l.coverage)} %</td>
                <td>{step?.mixMl && <FigureView figure={step.mixMl} label={`${l.kind}: amount`} />}</td>
                <td>
                  <Button
                    kind="quiet"
                    onClick={() =>
                      void fetcher.submit(
                        { intent: "remove-layer", partId, layerId: l.id },
                        { method: "post" },
                      )
                    }
                  >
                    Remove
                  </Button>
                </td>
              </tr>
            );
          })}
          {p.part.scheme.length === 0 && (
            <tr>
              <td colSpan={7}>No layers yet: add the primer first.</td>
            </tr>
          )}
        </tbody>
      </table>
      <details className="panel">
        <summary className="font-head font-semibold">Add a layer</summary>
        <fetcher.Form method="post" className="mt-2 grid items-end gap-3 sm:grid-cols-4">
          <Problems problems={problems} fields={["coats", "coverage"]} />
          <input type="hidden" name="partId" value={partId} />
          <Choice
            label="Layer"
            name="kind"
            options={["primer", "colour", "shade", "drybrush", "varnish", "pigment", "gloss"].map(
              (k) => [k, k] as const,
            )}
          />
          <Choice
            label="With"
            name="what"
            options={[
              ["", "the product alone"],
              ...workshop.recipes.map((r) => [`recipe:${r.id}`, r.name] as const),
              ...workshop.paints.map((x) => [`paint:${x.id}`, x.name] as const),
            ]}
          />
          <Choice
            label="Family"
            name="product"
            defaultValue="acrylic"
            options={coatProducts.map((id) => [id, productName(id)] as const)}
          />
          <Choice label="How" name="method" options={Object.keys(methods).map((m) => [m, m] as const)} />
          <Choice
            label="Sheen"
            name="sheen"
            options={[
              ["matte", "matte"],
              ["satin", "satin"],
              ["gloss", "gloss"],
            ]}
          />
          <Field
            label="Coats"
            name="coats"
            type="number"
            min={1}
            max={20}
            defaultValue={1}
            problems={problems}
          />
          <Field
            label="Of the surface, %"
            name="coverage"
            problems={problems}
            type="number"
            min={1}
            max={100}
            defaultValue={100}
          />
          <Button kind="main" type="submit" name="intent" value="layer">
            Add it
          </Button>
        </fetcher.Form>
      </details>
    </div>
  );
}
