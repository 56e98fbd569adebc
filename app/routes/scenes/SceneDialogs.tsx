import { Form } from "react-router";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Field, Problems, Tick } from "#ui/Field";
import { demoScenes } from "#app/jobs/firstStart";
import type { Scene } from "#core/scene/scene";
import type { Answered } from "#app/readForm";

/** Name, scale and distance of a new scene. */
export function NewSceneDialog({
  making,
  setMaking,
  actionData,
  scenes,
}: {
  readonly making: boolean;
  readonly setMaking: (value: boolean) => void;
  readonly actionData: Answered;
  readonly scenes: readonly Scene[];
}) {
  return (
    <Dialog
      open={making}
      onOpenChange={setMaking}
      title="New scene"
      description="Everything in it will obey one scale. It can be changed at any time."
    >
      <Form method="post" className="grid gap-3">
        <Problems problems={actionData?.problems} fields={["name", "ratio", "viewing"]} />
        <Field label="Name" name="name" defaultValue="" autoFocus problems={actionData?.problems} />
        <Field
          label="Scale"
          name="ratio"
          defaultValue="1:72"
          hint="1:72, 35th, 4 mm/ft, 28mm figure"
          problems={actionData?.problems}
        />
        <Field
          label="Seen from"
          name="viewing"
          defaultValue="60 cm"
          hint="How far the eye will be: 60 cm, 2 ft"
          problems={actionData?.problems}
        />
        {scenes.some((s) => demoScenes.includes(s.id) && !s.aside) && (
          <Tick
            label="Set the sample scenes aside: they take no hours from it"
            name="samplesAside"
            defaultChecked
          />
        )}
        <div className="mt-1 flex gap-2">
          <Button kind="main" type="submit" name="intent" value="new">
            Make the scene
          </Button>
          <Button kind="quiet" onClick={() => setMaking(false)}>
            Cancel
          </Button>
        </div>
      </Form>
    </Dialog>
  );
}

/** Another name for a scene. */
export function RenameDialog({
  named,
  setRenaming,
}: {
  readonly named: Scene | undefined;
  readonly setRenaming: (value: string | null) => void;
}) {
  return (
    <Dialog
      open={named !== undefined}
      onOpenChange={(open) => !open && setRenaming(null)}
      title="Rename the scene"
    >
      {named && (
        <Form method="post" className="grid gap-3" onSubmit={() => setRenaming(null)}>
          <input type="hidden" name="id" value={named.id} />
          <Field label="Name" name="name" defaultValue={named.name} required autoFocus />
          <div className="flex gap-2">
            <Button kind="main" type="submit" name="intent" value="rename">
              Rename
            </Button>
          </div>
        </Form>
      )}
    </Dialog>
  );
}
