import { Form } from "react-router";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Field } from "#ui/Field";
import type { Scene } from "#core/scene/scene";

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
