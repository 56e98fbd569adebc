import type { Route } from "./+types/joints";
import type { FitKind } from "#core/joints/clearance";
import { isProductId, productName } from "#core/materials/products";
import { appDatabase } from "#data/db";
import { putRow } from "#data/scenes";
import { FindingList } from "#ui/FindingList";
import { localNow } from "#app/clock";
import { keep } from "#app/jobs/keep";
import { answer, fieldsOf, readForm, refuse, type SentForm, textOf } from "#app/readForm";
import { Slip, SlipLines } from "#route/scenes/Slip";
import { useMend } from "#app/routes/scenes/useMend";
import { hardwareKinds, hardwareOf, hardwareText } from "#core/joints/hardware";
import { useScene } from "#app/routes/scenes/useScene";
import { jointForm, seamOf } from "./forms";
import { JointForm } from "./JointForm";
import { JointMat } from "./JointMat";
import { JointTable } from "./JointTable";
import { glueAdvice, measuredFirst } from "./view";

/** The seam of a joint that is there, as it was measured; none any more where its width was emptied. */
async function keepSeam(form: SentForm, at: string) {
  const seam = seamOf(form);
  if (!seam.ok) return refuse(seam.problems);
  const joint = await appDatabase().joints.get(textOf(form, "id"));
  if (!joint) return refuse([{ code: "row/gone", path: [], message: "This joint was removed meanwhile." }]);
  const { seam: _, ...rest } = joint;
  const changed = { ...rest, ...(seam.value ? { seam: seam.value } : {}) };
  return answer(await putRow("joints", changed, `Measure the seam of ${joint.name}`, at));
}

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  if (textOf(form, "intent") === "remove") {
    return answer(await keep("Remove a joint", [{ table: "joints", remove: textOf(form, "id") }]));
  }
  if (textOf(form, "intent") === "seam") return keepSeam(form, at);
  const gap = textOf(form, "gap").trim().replace(",", ".");
  if (gap !== "" && !(Number(gap) >= 0))
    return refuse([
      {
        code: "joint/gap",
        path: ["gap"],
        message: "Type the gap as a number in millimetres of the file, or leave it empty.",
      },
    ]);
  const seam = seamOf(form);
  if (!seam.ok) return refuse(seam.problems);
  const fields = await fieldsOf(form, jointForm);
  if (!fields.ok) return refuse(fields.problems);
  const on = textOf(form, "gapOn") === "second" ? "second" : "first";
  const partIds = measuredFirst(textOf(form, "a"), textOf(form, "b"), on);
  const glue = textOf(form, "glue");
  const kind = hardwareKinds.find((k) => k === textOf(form, "hardware"));
  const outcome = await putRow(
    "joints",
    {
      id: crypto.randomUUID(),
      sceneId: params.sceneId,
      name: textOf(form, "name"),
      partIds,
      fit: textOf(form, "fit") as FitKind,
      gapInFileMm: gap === "" ? null : Number(gap),
      glue: isProductId(glue) ? glue : null,
      count: fields.value.count,
      shows: textOf(form, "shows") === "on",
      ...(seam.value ? { seam: seam.value } : {}),
      ...(kind
        ? { hardware: { kind, each: fields.value.each, partId: textOf(form, "hardwarePart") || null } }
        : {}),
    },
    `Add joint ${textOf(form, "name")}`,
    at,
  );
  return answer(outcome);
}

export default function Joints({ actionData }: Route.ComponentProps) {
  const { plan } = useScene();
  const mend = useMend();
  return (
    <div className="grid content-start">
      <JointMat />
      <div className="sheet grid gap-5">
        <FindingList
          findings={plan.findings.filter((f) => f.stage === "joints")}
          onMend={(f, m) => void mend(f, m)}
        />
        <JointTable />
        <SmallPieces />
        <JointForm problems={actionData?.problems} />
      </div>
      <WhichGlue />
    </div>
  );
}

/** What is small and loose and gets lost: kept together, and on the first plate where it is printed. */
function SmallPieces() {
  const { input } = useScene();
  const lines = hardwareOf(input.joints);
  if (lines.length === 0) return null;
  const name = (id: string) => input.parts.find((p) => p.id === id)?.name ?? "a part that is gone";
  return (
    <section className="panel" aria-label="Small loose pieces">
      <h2>Small loose pieces</h2>
      <ul className="mt-1">
        {lines.map((l) => (
          <li key={l.partId ?? l.kind}>
            {hardwareText(l)}, {l.partId ? `printed as ${name(l.partId)}` : "bought"}, for{" "}
            {l.joints.join(", ")}
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[13px] text-ink-2">
        A spare for each ten, at least one (a default). Keep them in one box.
      </p>
    </section>
  );
}

/** For each glued joint what it joins, its glue, and the best one. */
function WhichGlue() {
  const { joints, parts } = useScene().plan;
  const nameOf = (id: string) => parts.find((p) => p.part.id === id)?.part.name ?? "it";
  return (
    <Slip title="Which glue">
      {joints
        .filter((j) => j.joint.glue)
        .map((plan) => {
          const { meets, best } = glueAdvice(plan, nameOf);
          return (
            <SlipLines
              key={plan.joint.id}
              title={plan.joint.name}
              lines={[
                ["meets", meets],
                ["yours", productName(plan.joint.glue!)],
                ["best", best],
              ]}
            />
          );
        })}
      <p className="text-[13px] text-ink-2">
        Gaps and clearances are common practice until a test piece of your own printer says better.
      </p>
    </Slip>
  );
}
