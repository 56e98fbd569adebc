import { printOf } from "#core/scene/part";
import { LampForm } from "./LampForm";
import { lampOf } from "./readLamp";
import { useSelected } from "#app/hooks/useSelected";
import { flocks } from "#core/scene/ground";
import { Form, useFetcher } from "react-router";
import type { Route } from "./+types/ground";
import { under } from "#core/outcome";
import { groundMaterial, type GroundMaterialId, groundMaterials } from "#core/ground/groundLayer";
import { parseLength } from "#core/scale/lengthText";
import { appDatabase } from "#data/db";
import { patchRow, putRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { EmptyState } from "#ui/States";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, textOf } from "#app/readForm";
import { layerForm } from "./forms";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { useScene } from "#app/routes/scenes/useScene";

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  const id = textOf(form, "id");
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Take a ground layer off", [{ table: "grounds", remove: id }]));
  }
  if (textOf(form, "intent") === "lamp") {
    const lamp = lampOf(form);
    if (!lamp.ok) return refuse(lamp.problems);
    return answer(
      await patchRow("parts", textOf(form, "partId"), { place: { lamp: lamp.value } }, "Put a lamp in", at),
    );
  }
  if (textOf(form, "intent") === "lamp-out")
    return answer(await patchRow("parts", id, { place: { lamp: null } }, "Take a lamp out", at));
  const fields = await fieldsOf(form, layerForm);
  if (!fields.ok) return refuse(fields.problems);
  const depth = under("depth", parseLength(textOf(form, "depth"), 1));
  if (!depth.ok) return refuse(depth.problems);
  const count = await appDatabase().grounds.where("sceneId").equals(params.sceneId).count();
  const outcome = await putRow(
    "grounds",
    {
      id: crypto.randomUUID(),
      sceneId: params.sceneId,
      name: textOf(form, "name") || groundMaterial(textOf(form, "material") as GroundMaterialId).name,
      material: textOf(form, "material") as GroundMaterialId,
      areaShare: fields.value.share / 100,
      depthMm: depth.value.mm,
      loose: textOf(form, "loose") === "on",
      wetWith: textOf(form, "wetWith") as "alcohol" | "water" | "none",
      flock: flocks.find((f) => f === textOf(form, "flock")) ?? "none",
      position: count,
    },
    `Add ground ${textOf(form, "name")}`,
    at,
  );
  return answer(outcome);
}

const flockOptions = [
  ["none", "none"],
  ["sprinkled", "sprinkled on"],
  ["standing", "standing, by applicator"],
] as const;

/** How a section is filled, by what the layer is of. */
const tone: Record<GroundMaterialId, string> = {
  plywood: "#b08a58",
  mdf: "#b08a58",
  xps: "#d5c7cf",
  grout: "#b9b6ad",
  gypsum: "#e4e0d5",
  sand: "#d3b98a",
  natural: "#7d6a4f",
  paste: "#9a8770",
  "water-resin": "#7fb0b5",
};

export default function Ground({ actionData }: Route.ComponentProps) {
  const {
    input: { scene, parts },
    plan,
  } = useScene();
  const fetcher = useFetcher();
  const mend = useMend();
  const mark = useSelected("layer");
  const thick = plan.grounds.reduce((sum, g) => sum + g.ground.depthMm, 0);
  const tops = plan.grounds.map((_, i) =>
    plan.grounds.slice(0, i + 1).reduce((sum, g) => sum + g.ground.depthMm, 0),
  );
  return (
    <div className="grid content-start">
      <section className="on-mat px-5 pt-4 pb-5">
        <h1 className="mb-2">Ground: a section through the board</h1>
        {plan.grounds.length === 0 ? (
          <EmptyState title="Bare table">
            Lay the board first, then what is on it: each layer by its share of the area and its depth.
            Volume, weight, glue and the finished weight follow.
          </EmptyState>
        ) : (
          <svg
            viewBox={`0 0 720 ${thick * 5 + 40}`}
            className="block max-h-72 w-full"
            role="img"
            aria-label={`Layers to scale, ${thick.toFixed(0)} mm thick`}
          >
            {plan.grounds.map(({ ground }, i) => {
              const y = (thick - tops[i]!) * 5 + 10;
              return (
                <g key={ground.id}>
                  <rect
                    x={10}
                    y={y}
                    width={430 * ground.areaShare}
                    height={ground.depthMm * 5}
                    fill={tone[ground.material]}
                    stroke="var(--chalk)"
                    strokeWidth={1.2}
                  />
                  <line
                    x1={10 + 430 * ground.areaShare}
                    x2={470}
                    y1={y + ground.depthMm * 2.5}
                    y2={y + ground.depthMm * 2.5}
                    stroke="var(--chalk)"
                    strokeDasharray="2 4"
                  />
                  <text x={480} y={y + ground.depthMm * 2.5 + 5} fill="var(--chalk)" fontSize="15">
                    {ground.name}, {ground.depthMm} mm
                    {ground.areaShare < 1 ? `, ${Math.round(100 * ground.areaShare)} %` : ""}
                  </text>
                </g>
              );
            })}
          </svg>
        )}
      </section>
      <div className="sheet grid gap-5">
        <FindingList
          findings={plan.findings.filter((f) => f.stage === "ground")}
          onMend={(f, m) => void mend(f, m)}
        />
        {plan.grounds.length > 0 && (
          <table className="table">
            <thead>
              <tr>
                <th scope="col">layer</th>
                <th scope="col">of</th>
                <th scope="col" data-figures>
                  area
                </th>
                <th scope="col" data-figures>
                  depth
                </th>
                <th scope="col">volume</th>
                <th scope="col">weight</th>
                <th scope="col">glue in it</th>
                <th scope="col">wetted with</th>
                <th scope="col">
                  <span className="sr-only">remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {plan.grounds.map(({ ground, amounts }) => (
                <tr key={ground.id} {...mark(ground.id)}>
                  <th scope="row">{ground.name}</th>
                  <td>{groundMaterial(ground.material).name}</td>
                  <td data-figures>{amounts.areaCm2.toFixed(0)} cm²</td>
                  <td data-figures>{ground.depthMm} mm</td>
                  <td>
                    <FigureView figure={amounts.millilitres} label={`${ground.name}: volume`} />
                  </td>
                  <td>
                    <FigureView figure={amounts.grams} label={`${ground.name}: weight`} />
                  </td>
                  <td>
                    {amounts.binderMl ? (
                      <FigureView figure={amounts.binderMl} label={`${ground.name}: glue and water`} />
                    ) : (
                      "–"
                    )}
                  </td>
                  <td>{ground.wetWith === "none" ? "–" : ground.wetWith}</td>
                  <td>
                    <Button
                      kind="quiet"
                      onClick={() =>
                        void fetcher.submit({ intent: "remove", id: ground.id }, { method: "post" })
                      }
                    >
                      Remove
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Form method="post" className="panel grid items-end gap-3 sm:grid-cols-4">
          <h2 className="sm:col-span-4">Add a layer</h2>
          <Problems problems={actionData?.problems} fields={["name", "depth", "share"]} />
          <Field label="Name" name="name" placeholder="River sand" problems={actionData?.problems} />
          <Choice label="Of" name="material" options={groundMaterials.map((m) => [m.id, m.name] as const)} />
          <Field
            label="Over, % of the board"
            name="share"
            problems={actionData?.problems}
            type="number"
            min={1}
            max={100}
            defaultValue={100}
          />
          <Field label="Depth" name="depth" defaultValue="3 mm" problems={actionData?.problems} />
          <Choice
            label="Wetted with"
            name="wetWith"
            options={[
              ["none", "nothing"],
              ["water", "water and a drop of soap"],
              ["alcohol", "alcohol and water"],
            ]}
          />
          <Choice label="Flock or plants" name="flock" options={flockOptions} />
          <Tick label="Loose grains, glued" name="loose" />
          <Button kind="main" type="submit" name="intent" value="add" data-new>
            Lay it
          </Button>
        </Form>
        <LampForm parts={parts.filter((p) => !printOf(p).pieceOf)} problems={actionData?.problems} />
      </div>
      <Slip title="The board" subtitle={`${scene.boardWidthMm} × ${scene.boardDepthMm} mm`}>
        <SlipLines
          title="Finished"
          lines={[
            ["weight", <FigureView key="w" figure={plan.boardGrams} label="Finished board" />],
            ["thickness", `${thick.toFixed(0)} mm`],
          ]}
        />
        {plan.lamps.map(
          (l) =>
            l.choice && (
              <SlipLines
                key={l.partId}
                title={`Lamp: ${plan.parts.find((p) => p.part.id === l.partId)!.part.name}`}
                lines={[
                  [
                    "resistor",
                    <b key="r" className="figures">
                      {l.choice.ohm} Ω
                    </b>,
                  ],
                  ["worked out", `${l.choice.exactOhm.toFixed(0)} Ω, next of E24`],
                  ["current", `${l.choice.currentMa.toFixed(1)} mA`],
                  ["heat", `${l.choice.milliwatts.toFixed(0)} mW`],
                  ...(l.choice.hours === null
                    ? []
                    : [["cell lasts", `about ${l.choice.hours.toFixed(0)} h`] as const]),
                  [
                    "",
                    <Button
                      key="out"
                      kind="quiet"
                      onClick={() =>
                        void fetcher.submit({ intent: "lamp-out", id: l.partId }, { method: "post" })
                      }
                    >
                      Take it out
                    </Button>,
                  ],
                ]}
              />
            ),
        )}
        {plan.lamps.length > 0 && (
          <p className="text-[13px] text-ink-2">
            Low voltage from a cell only. Coin cells in a screw-closed holder: swallowed cells burn within
            hours and need emergency care at once.
          </p>
        )}
      </Slip>
    </div>
  );
}
