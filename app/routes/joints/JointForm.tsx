import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import { fits } from "#core/joints/clearance";
import type { Joint } from "#core/scene/joint";
import { hardwareKinds } from "#core/joints/hardware";
import { glues } from "#core/materials/gluesFor";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";

/** A joint: which parts meet, how, over what gap, and with what. */
export function JointForm({ problems }: { problems: readonly Problem[] | undefined }) {
  const { input, plan } = useScene();
  const names = plan.parts.map((p) => [p.part.id, p.part.name] as const);
  const printed = plan.parts
    .filter((p) => p.part.made === "printed")
    .map((p) => [p.part.id, p.part.name] as const);
  // Empty again after each joint that was added.
  return (
    <Form key={input.joints.length} method="post" className="panel grid items-end gap-3 sm:grid-cols-4">
      <h2 className="sm:col-span-4">Add a joint</h2>
      <Problems
        problems={problems}
        fields={["name", "gap", "count", "each", "seamWidth", "seamDepth", "seamLength"]}
      />
      <Field label="Name" name="name" placeholder="Gate in its slot" problems={problems} />
      <Choice label="Part" name="a" options={names} />
      <Choice label="meets" name="b" options={[["", "its own copies"], ...names]} />
      <Choice label="Fit" name="fit" options={fits.map((f) => [f, f] as const)} />
      <Field label="Gap a side in the file, mm" name="gap" placeholder="0.2" problems={problems} />
      <Choice
        label="Gap measured on"
        name="gapOn"
        options={[
          ["first", "the first part"],
          ["second", "what it meets"],
        ]}
      />
      <Choice
        label="Glue"
        name="glue"
        options={[["", "none: it moves or clips"], ...glues.map((g) => [g.id, g.name] as const)]}
      />
      <Field label="How many" name="count" type="number" min={1} defaultValue={1} problems={problems} />
      <Tick label="The seam shows" name="shows" />
      <SeamFields problems={problems} />
      <Choice
        label="Held by"
        name="hardware"
        options={[["", "nothing besides"], ...hardwareKinds.map((k) => [k, `${k}s`] as const)]}
      />
      <Field label="Of them in each" name="each" type="number" min={1} defaultValue={1} problems={problems} />
      <Choice
        label="They are"
        name="hardwarePart"
        options={[["", "bought"], ...printed.map(([id, name]) => [id, `printed: ${name}`] as const)]}
      />
      <p className="text-[13px] text-ink-2 sm:col-span-2">
        A gap is scaled with the part that it was measured on; on one made by hand it is taken as typed.
      </p>
      <Button kind="main" type="submit" name="intent" value="add" data-new>
        Add it
      </Button>
    </Form>
  );
}

/** A seam as it is measured: of a new joint, and of one that is there. */
export function SeamFields({
  problems,
  seam,
}: {
  readonly problems: readonly Problem[] | undefined;
  readonly seam?: Joint["seam"];
}) {
  return (
    <>
      {(
        [
          ["Seam width, mm", "seamWidth", seam?.widthMm],
          ["Seam depth, mm", "seamDepth", seam?.depthMm],
          ["Seam length, mm", "seamLength", seam?.lengthMm],
        ] as const
      ).map(([label, name, mm]) => (
        <Field
          key={name}
          label={label}
          name={name}
          inputMode="decimal"
          defaultValue={mm ?? ""}
          problems={problems}
        />
      ))}
      <div className="grid gap-1">
        <Tick label="Its face has a texture" name="seamTextured" defaultChecked={seam?.textured ?? false} />
        <Tick label="Sandpaper reaches it" name="seamSandable" defaultChecked={seam?.sandable ?? true} />
      </div>
    </>
  );
}
