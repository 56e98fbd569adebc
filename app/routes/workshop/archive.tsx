import { useEffect, useState } from "react";
import { useRevalidator, useSubmit } from "react-router";
import type { Route } from "./+types/archive";
import { collectMeshes, meshRoom } from "#data/collectMeshes";
import { appDatabase } from "#data/db";
import { type Op, tableNames } from "#data/rows";
import { keepIfPossible } from "#data/storeProblem";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { emptyStart, importDemo } from "#app/jobs/firstStart";
import { keep, undoAction } from "#app/jobs/keep";
import { readForm, refuse, textOf } from "#app/readForm";
import { ArchiveIn } from "./archive/ArchiveIn";
import { AsidePanel } from "./archive/AsidePanel";
import { CopyPanel } from "./archive/CopyPanel";
import { FolderPanel } from "./archive/FolderPanel";
import { RoomPanel } from "./archive/RoomPanel";

export async function clientLoader() {
  await keepIfPossible(() => collectMeshes());
  return { room: await meshRoom(), unplaced: await appDatabase().unplaced.toArray() };
}

/** Every row there is, as one change. */
async function everything(): Promise<readonly Op[]> {
  const ops: Op[] = [];
  for (const table of tableNames) {
    const ids = await appDatabase().table(table).toCollection().primaryKeys();
    ops.push(...ids.filter((id) => id !== "started").map((id) => ({ table, remove: String(id) }) as Op));
  }
  return [...ops, emptyStart(localNow().at)];
}

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  switch (textOf(form, "intent")) {
    case "wipe": {
      const kept = await keep("Remove everything", everything);
      return kept.ok
        ? { problems: [], said: "Everything was removed. Undo brings it back." }
        : refuse(kept.problems);
    }
    case "demo":
      await importDemo();
      return { problems: [], said: "The demo is open again." };
  }
  return { problems: [], said: "" };
}

export default function ArchivePage({ loaderData, actionData }: Route.ComponentProps) {
  const say = useToast();
  const { revalidate } = useRevalidator();
  const said = actionData && "said" in actionData ? actionData.said : "";
  // Said as a message that stays: the page's own answer goes when the tables are read again after the write.
  useEffect(() => {
    if (said) say(said, undoAction);
  }, [said, say]);
  return (
    <div className="grid items-start gap-5 xl:grid-cols-2">
      <h1 className="xl:col-span-2">Archive</h1>
      <div className="grid gap-5">
        <CopyPanel />
        <FolderPanel />
        <AsidePanel rows={loaderData.unplaced} />
      </div>
      <div className="grid gap-5">
        <ArchiveIn />
        <RoomPanel room={loaderData.room} onChange={() => void revalidate()} />
        <StartOver />
      </div>
    </div>
  );
}

function StartOver() {
  const [wiping, setWiping] = useState(false);
  const submit = useSubmit();
  const act = (intent: string) => void submit({ intent }, { method: "post" });
  return (
    <section className="panel grid gap-2">
      <h2>Start over</h2>
      <p>Export first. Undo brings back what was removed, as long as this browser is kept.</p>
      <div className="flex gap-2">
        <Button onClick={() => act("demo")}>Open the demo again</Button>
        <Button className="text-oxide" onClick={() => setWiping(true)}>
          Remove everything
        </Button>
      </div>
      <Dialog
        open={wiping}
        onOpenChange={setWiping}
        title="Remove everything?"
        description="All scenes, printers, paints and the log leave this browser."
      >
        <div className="flex gap-2">
          <Button kind="main" onClick={() => setWiping(false)}>
            Keep it
          </Button>
          <Button
            className="text-oxide"
            onClick={() => {
              setWiping(false);
              act("wipe");
            }}
          >
            Remove everything
          </Button>
        </div>
      </Dialog>
    </section>
  );
}
