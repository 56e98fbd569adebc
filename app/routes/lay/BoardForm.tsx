import type { Problem } from "#core/outcome";
import { laySchools } from "#core/print/wayUp";
import { type Scene, themes, tiers } from "#core/scene/scene";
import { Button } from "#ui/Button";
import { Choice, Field, Problems } from "#ui/Field";
import { KeptForm } from "#route/KeptForm";

const mm = (value: number) => `${Number(value.toFixed(1))} mm`;

/** The board, what it is for, and when: everything of a scene that is not a part. */
export function BoardForm({ scene, problems }: { scene: Scene; problems: readonly Problem[] | undefined }) {
  return (
    <KeptForm className="panel grid grid-cols-2 gap-3" key={scene.id} version={scene.changedAt}>
      <Problems problems={problems} fields={["width", "depth", "viewing", "grid", "startOn", "finishBy"]} />
      <Field label="Width" name="width" defaultValue={mm(scene.boardWidthMm)} problems={problems} />
      <Field label="Depth" name="depth" defaultValue={mm(scene.boardDepthMm)} problems={problems} />
      <Field
        label="Seen from"
        name="viewing"
        defaultValue={`${Number((scene.viewingDistanceMm / 10).toFixed(1))} cm`}
        problems={problems}
      />
      <Field
        label="Grid of the board"
        name="grid"
        placeholder="none"
        defaultValue={scene.gridMm === null ? "" : mm(scene.gridMm)}
        problems={problems}
      />
      <Field
        label="Work begins on"
        name="startOn"
        type="date"
        defaultValue={scene.startOn}
        problems={problems}
      />
      <Field
        label="Ready by"
        name="finishBy"
        type="date"
        defaultValue={scene.finishBy ?? ""}
        problems={problems}
      />
      <Choice label="For" name="tier" defaultValue={scene.tier} options={tiers.map((t) => [t, t] as const)} />
      <Choice
        label="The subject is"
        name="theme"
        defaultValue={scene.theme}
        options={themes.map((t) => [t, t] as const)}
      />
      <Choice
        label="Prints lie"
        name="laySchool"
        defaultValue={scene.laySchool ?? ""}
        options={[["", "as is usual for the machine"], ...laySchools.map((s) => [s, s] as const)]}
        hint="Begun with on a part's page of ways up."
      />
      <div className="self-end">
        <Button kind="main" type="submit" name="intent" value="board">
          Set
        </Button>
      </div>
    </KeptForm>
  );
}
