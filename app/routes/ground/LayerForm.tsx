import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import { groundMaterials } from "#core/ground/groundLayer";
import type { Ground } from "#core/scene/ground";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { Choice, Field, Problems, Tick } from "#ui/Field";

const flockOptions = [
  ["none", "none"],
  ["sprinkled", "sprinkled on"],
  ["standing", "standing, by applicator"],
] as const;

/** A layer of the ground as it is typed: a new one, or one that is changed. */
export function LayerForm({
  ground,
  onLeave,
  problems,
}: {
  ground: Ground | undefined;
  onLeave: () => void;
  problems: readonly Problem[] | undefined;
}) {
  const { input } = useScene();
  return (
    <Form
      key={ground ? JSON.stringify(ground) : input.grounds.length}
      method="post"
      className="panel grid items-end gap-3 sm:grid-cols-4"
    >
      <h2 className="sm:col-span-4">{ground ? `Change ${ground.name}` : "Add a layer"}</h2>
      {ground && <input type="hidden" name="id" value={ground.id} />}
      <Problems problems={problems} fields={["name", "depth", "share"]} />
      <Field
        label="Name"
        name="name"
        placeholder="River sand"
        defaultValue={ground?.name}
        problems={problems}
      />
      <Choice
        label="Of"
        name="material"
        defaultValue={ground?.material}
        options={groundMaterials.map((m) => [m.id, m.name] as const)}
      />
      <LayerDepth problems={problems} ground={ground} />
      <Tick label="Loose grains, glued" name="loose" defaultChecked={ground?.loose} />
      <Button kind="main" type="submit" name="intent" value="add" data-new>
        {ground ? "Set" : "Lay it"}
      </Button>
      {ground && <Button onClick={onLeave}>Leave it</Button>}
    </Form>
  );
}

function LayerDepth({
  problems,
  ground,
}: {
  readonly problems: readonly Problem[] | undefined;
  readonly ground: Ground | undefined;
}) {
  return (
    <>
      <Field
        label="Over, % of the board"
        name="share"
        problems={problems}
        type="number"
        min={1}
        max={100}
        defaultValue={ground ? Math.round(100 * ground.areaShare) : 100}
      />
      <Field label="Depth" name="depth" defaultValue={`${ground?.depthMm ?? 3} mm`} problems={problems} />
      <Choice
        label="Wetted with"
        name="wetWith"
        defaultValue={ground?.wetWith}
        options={[
          ["none", "nothing"],
          ["water", "water and a drop of soap"],
          ["alcohol", "alcohol and water"],
        ]}
      />
      <Choice label="Flock or plants" name="flock" defaultValue={ground?.flock} options={flockOptions} />
    </>
  );
}
