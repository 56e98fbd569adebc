import { Plus } from "lucide-react";
import { useState } from "react";
import { redirect, useSubmit } from "react-router";
import type { Route } from "./+types/list";
import { under } from "#core/outcome";
import { appDatabase } from "#data/db";
import { keptLines } from "#data/keptPlans";
import { createScene, deleteScene, duplicateScene, listScenes, patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { EmptyState } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { giveFirst } from "#app/jobs/firstFiles";
import { demoScenes, firstStart, importDemo } from "#app/jobs/firstStart";
import { undoAction } from "#app/jobs/keep";
import { keptOutside } from "#app/jobs/keptOutside";
import { answer, readForm, refuse, textOf } from "#app/readForm";
import { useKeys } from "#app/hooks/useKeys";
import { Cleared } from "./Cleared";
import { SceneCard } from "./SceneCard";
import { useSceneLines } from "./useSceneLines";
import { firstPrinters } from "./firstPrinters";
import { NewSceneDialog } from "./NewSceneDialog";
import { RenameDialog } from "./SceneDialogs";

export async function clientLoader() {
  const start = await firstStart();
  const scenes = await listScenes();
  const cleared = start === "cleared" && scenes.length === 0 ? keptOutside() : null;
  return {
    cleared,
    scenes,
    lines: await keptLines(),
    printers: (await appDatabase().printers.toArray()).map((p) => p.name),
  };
}

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { today, at } = localNow();
  const id = textOf(form, "id");
  switch (textOf(form, "intent")) {
    case "new": {
      const printers = firstPrinters(form);
      if (!printers.ok) return refuse(printers.problems);
      const made = await createScene({
        name: textOf(form, "name"),
        ratio: textOf(form, "ratio"),
        viewing: textOf(form, "viewing"),
        today,
        now: at,
        setAside: form.samplesAside ? demoScenes : [],
        finishBy: textOf(form, "finishBy"),
        printers: printers.value,
      });
      if (!made.ok) return refuse(made.problems);
      giveFirst(made.value.id);
      return redirect(`/scenes/${made.value.id}/parts`);
    }
    case "rename": {
      const outcome = under(
        "name",
        await patchRow("scenes", id, { name: textOf(form, "name"), changedAt: at }, "Rename a scene", at),
      );
      return outcome.ok ? { problems: [] } : refuse(outcome.problems);
    }
    case "aside":
    case "take up": {
      const aside = textOf(form, "intent") === "aside";
      const outcome = await patchRow(
        "scenes",
        id,
        { aside, changedAt: at },
        aside ? "Set a scene aside" : "Take a scene up again",
        at,
      );
      return outcome.ok ? { problems: [] } : refuse(outcome.problems);
    }
    case "duplicate":
      return answer(await duplicateScene(id, at));
    case "delete":
      return answer(await deleteScene(id, at));
    case "demo":
      await importDemo();
      return { problems: [] };
  }
  return { problems: [] };
}

export default function SceneList({ loaderData, actionData }: Route.ComponentProps) {
  const { scenes, cleared } = loaderData;
  const lines = useSceneLines(scenes, loaderData.lines);
  const [making, setMaking] = useState(false);
  const [renaming, setRenaming] = useState<string | null>(null);
  const submit = useSubmit();
  const say = useToast();
  useKeys({ n: () => setMaking(true) });
  const act = (intent: string, id: string) => void submit({ intent, id }, { method: "post" });
  const remove = (id: string, name: string) => {
    act("delete", id);
    say(`${name} was deleted.`, undoAction);
  };
  const named = scenes.find((s) => s.id === renaming);
  return (
    <>
      <div className="mb-4 flex items-center justify-between">
        <h1>Scenes</h1>
        <Button
          kind="main"
          icon={<Plus size={17} strokeWidth={1.75} aria-hidden />}
          onClick={() => setMaking(true)}
        >
          New scene
        </Button>
      </div>
      {cleared && <Cleared kept={cleared} />}
      {scenes.length === 0 && !cleared && (
        <NoScenes onStart={() => setMaking(true)} onDemo={() => act("demo", "")} />
      )}
      <ul className="grid gap-3 lg:grid-cols-2">
        {scenes.map((scene) => (
          <SceneCard
            key={scene.id}
            scene={scene}
            line={lines.get(scene.id)}
            onRename={() => setRenaming(scene.id)}
            onAct={(intent) => (intent === "delete" ? remove(scene.id, scene.name) : act(intent, scene.id))}
          />
        ))}
      </ul>
      <NewSceneDialog
        making={making}
        setMaking={setMaking}
        actionData={actionData}
        scenes={scenes}
        printers={loaderData.printers}
      />
      <RenameDialog named={named} setRenaming={setRenaming} />
    </>
  );
}

function NoScenes({ onStart, onDemo }: { readonly onStart: () => void; readonly onDemo: () => void }) {
  return (
    <EmptyState
      title="No scenes yet"
      action={
        <div className="flex gap-2">
          <Button kind="main" onClick={onStart}>
            Start a scene
          </Button>
          <Button onClick={onDemo}>Open the demo</Button>
        </div>
      }
    >
      A scene is one project: a diorama, a board, a set of pieces, one building. Give it a scale, drop your
      models in, and it works out sizes, printers, colours and the order of work.
    </EmptyState>
  );
}
