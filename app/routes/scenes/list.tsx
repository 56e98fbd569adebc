import type { Finding } from "#core/plan/finding";
import { counted } from "#core/words";
import { Copy, Ellipsis, Pause, Pencil, Play, Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { Form, Link, redirect, useSubmit } from "react-router";
import type { Route } from "./+types/list";
import { under } from "#core/outcome";
import { ratioText } from "#core/scale/ratio";
import { undoAction } from "#app/jobs/keep";
import { createScene, deleteScene, duplicateScene, listScenes, patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Field, Problems, Tick } from "#ui/Field";
import { Menu } from "#ui/Menu";
import { EmptyState } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { dayText, localNow } from "#app/clock";
import { demoScenes, firstStart, importDemo } from "#app/jobs/firstStart";
import { keptOutside } from "#app/jobs/keptOutside";
import { sceneView } from "#app/jobs/sceneView";
import { answer, readForm, refuse, textOf } from "#app/readForm";
import { useKeys } from "#app/hooks/useKeys";
import { Cleared } from "./Cleared";

export async function clientLoader() {
  const start = await firstStart();
  const scenes = await listScenes();
  const { today } = localNow();
  const cleared = start === "cleared" && scenes.length === 0 ? keptOutside() : null;
  return {
    today,
    cleared,
    scenes: await Promise.all(scenes.map(async (scene) => ({ scene, view: await sceneView(scene.id) }))),
  };
}

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { today, at } = localNow();
  const id = textOf(form, "id");
  switch (textOf(form, "intent")) {
    case "new": {
      const made = await createScene({
        name: textOf(form, "name"),
        ratio: textOf(form, "ratio"),
        viewing: textOf(form, "viewing"),
        today,
        now: at,
        setAside: form.samplesAside ? demoScenes : [],
      });
      return made.ok ? redirect(`/scenes/${made.value.id}/parts`) : refuse(made.problems);
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
  const { scenes, today, cleared } = loaderData;
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
  const named = scenes.find((s) => s.scene.id === renaming)?.scene;
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
        <EmptyState
          title="No scenes yet"
          action={
            <div className="flex gap-2">
              <Button kind="main" onClick={() => setMaking(true)}>
                Start a scene
              </Button>
              <Button onClick={() => act("demo", "")}>Open the demo</Button>
            </div>
          }
        >
          A scene is one project: a diorama, a board, a set of pieces, one building. Give it a scale, drop
          your models in, and it works out sizes, printers, colours and the order of work.
        </EmptyState>
      )}
      <ul className="grid gap-3 lg:grid-cols-2">
        {scenes.map(({ scene, view }) => {
          const next = view?.plan.work.schedule.slots[0];
          const step = next && view.plan.work.steps.find((s) => s.id === next.stepId);
          const done = view ? view.plan.readiness.bench.settled : 0;
          const all = view ? view.plan.readiness.bench.of : 0;
          return (
            <li key={scene.id} className="panel grid grid-cols-[1fr_auto] gap-x-4">
              <h2>
                <Link to={`/scenes/${scene.id}`} className="underline decoration-primer-3 underline-offset-4">
                  {scene.name}
                </Link>
              </h2>
              <Menu
                trigger={
                  <button
                    type="button"
                    className="button"
                    data-kind="quiet"
                    aria-label={`More for ${scene.name}`}
                  >
                    <Ellipsis size={18} strokeWidth={1.75} aria-hidden />
                  </button>
                }
                items={[
                  {
                    label: "Rename",
                    icon: <Pencil size={15} aria-hidden />,
                    onSelect: () => setRenaming(scene.id),
                  },
                  scene.aside
                    ? {
                        label: "Take up again",
                        icon: <Play size={15} aria-hidden />,
                        onSelect: () => act("take up", scene.id),
                      }
                    : {
                        label: "Set aside",
                        icon: <Pause size={15} aria-hidden />,
                        onSelect: () => act("aside", scene.id),
                      },
                  {
                    label: "Duplicate",
                    icon: <Copy size={15} aria-hidden />,
                    onSelect: () => act("duplicate", scene.id),
                  },
                  {
                    label: "Delete",
                    icon: <Trash2 size={15} aria-hidden />,
                    onSelect: () => remove(scene.id, scene.name),
                    grave: true,
                  },
                ]}
              />
              <p className="figures col-span-2 text-[14px] text-ink-2">
                {ratioText(scene.denominator)} · {view?.plan.parts.length ?? 0} parts · {done} of {all} steps
                done{view && all > 0 && ` · ready ${dayText(today, view.plan.totals.finishAt)}`}
              </p>
              {scene.aside && (
                <p className="col-span-2 text-[14px] text-ochre">
                  Set aside: its plates and steps take no hours from the others.
                </p>
              )}
              <div aria-hidden="true" className="col-span-2 mt-2 h-1.5 bg-primer-3">
                <div
                  className="h-full bg-verdigris"
                  style={{ width: `${all > 0 ? (100 * done) / all : 0}%` }}
                />
              </div>
              <p className="col-span-2 mt-2">
                {step ? (
                  <>
                    Next: {step.title}, {step.onWhat}{" "}
                    <span className="text-ink-2">({dayText(today, next.startsAt)})</span>
                  </>
                ) : view?.plan.parts.length === 0 ? (
                  "Next: add your models."
                ) : (
                  "Nothing left to do."
                )}
              </p>
              {view && <Found findings={view.plan.findings} />}
            </li>
          );
        })}
      </ul>
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
          {scenes.some(({ scene }) => demoScenes.includes(scene.id) && !scene.aside) && (
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
    </>
  );
}

/** How much was found, in red where something is ruined by it. */
function Found({ findings }: { findings: readonly Finding[] }) {
  const ruins = findings.filter((f) => f.severity === "ruins").length;
  const others = findings.length - ruins;
  if (findings.length === 0) return null;
  return (
    <p className={`col-span-2 text-[14px] ${ruins > 0 ? "text-oxide" : "text-ink-2"}`}>
      {[
        ruins > 0 ? `${ruins} that ${ruins === 1 ? "ruins" : "ruin"}` : "",
        others > 0 ? counted(others, ruins > 0 ? "other" : "finding", ruins > 0 ? "others" : "findings") : "",
      ]
        .filter(Boolean)
        .join(", ")}
    </p>
  );
}
