import { useEffect, useState } from "react";
import { Form, useSubmit } from "react-router";
import type { Route } from "./+types/archive";
import { exportArchive, importArchive } from "#data/archive";
import { appDatabase, type Op, tableNames } from "#data/db";
import { undoLast, write } from "#data/journal";
import { Button } from "#ui/Button";
import { Choice, Problems } from "#ui/Field";
import { Dialog } from "#ui/Dialog";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { saveFile } from "#app/jobs/saveFile";
import { importDemo } from "#app/jobs/firstStart";
import { readForm, refuse, textOf } from "#app/readForm";

export async function clientAction({ request }: Route.ClientActionArgs) {
  const form = await readForm(request);
  const { at } = localNow();
  switch (textOf(form, "intent")) {
    case "import": {
      const file = form.archive;
      if (!(file instanceof File) || file.size === 0) return refuse([{ code: "archive/no-file", path: ["archive"], message: "Choose an archive: a ZIP that was exported here." }]);
      const outcome = await importArchive(new Uint8Array(await file.arrayBuffer()), textOf(form, "mode") === "replace" ? "replace" : "add", at);
      return outcome.ok ? { problems: [], said: `Brought in: ${outcome.value.scenes} ${outcome.value.scenes === 1 ? "scene" : "scenes"}.` } : refuse(outcome.problems);
    }
    case "wipe": {
      const db = appDatabase();
      const ops: Op[] = [];
      for (const table of tableNames) for (const id of await db.table(table).toCollection().primaryKeys()) if (String(id) !== "started") ops.push({ table, remove: String(id) } as Op);
      await write("Remove everything", [...ops, { table: "settings", put: { id: "started", demoAt: at } }], at);
      return { problems: [], said: "Everything was removed. Undo brings it back." };
    }
    case "demo":
      await importDemo();
      return { problems: [], said: "The demo is open again." };
  }
  return { problems: [], said: "" };
}

export default function ArchivePage({ actionData }: Route.ComponentProps) {
  const [wiping, setWiping] = useState(false);
  const submit = useSubmit();
  const say = useToast();
  const said = actionData && "said" in actionData ? actionData.said : "";
  // Said as a message that stays: the page's own answer goes when the tables are read again after the write.
  useEffect(() => {
    if (said) say(said, { label: "Undo", run: () => void undoLast() });
  }, [said, say]);
  const take = async () => saveFile(await exportArchive(), `inch-hollow-${localNow().today}.zip`, "application/zip");
  return (
    <div className="grid max-w-2xl gap-5">
      <h1>Archive</h1>
      <section className="panel grid gap-2"><h2>Take everything away</h2><p>One ZIP: every scene, part, mesh, paint, run and note as documented JSON and STL. This browser holds the only copy until you do.</p><div><Button kind="main" onClick={() => void take()}>Export an archive</Button></div></section>
      <Form method="post" encType="multipart/form-data" className="panel grid gap-3">
        <h2>Bring an archive in</h2>
        <Problems problems={actionData?.problems} />
        <label className="grid gap-1"><span className="text-[13px] text-ink-2">Archive</span><input type="file" name="archive" accept=".zip" className="input" /></label>
        <Choice label="How" name="mode" options={[["add", "beside and over what is here"], ["replace", "instead of what is here"]]} hint="Everything is checked before anything is written; one undo takes it back." />
        <div><Button kind="main" type="submit" name="intent" value="import">Bring it in</Button></div>
      </Form>
      <section className="panel grid gap-2"><h2>Start over</h2><p>Export first. Undo brings back what was removed, as long as this browser is kept.</p><div className="flex gap-2"><Button onClick={() => void submit({ intent: "demo" }, { method: "post" })}>Open the demo again</Button><Button className="text-oxide" onClick={() => setWiping(true)}>Remove everything</Button></div></section>
      <Dialog open={wiping} onOpenChange={setWiping} title="Remove everything?" description="All scenes, printers, paints and the log leave this browser.">
        <div className="flex gap-2"><Button kind="main" onClick={() => { setWiping(false); void submit({ intent: "wipe" }, { method: "post" }); }}>Remove everything</Button><Button kind="quiet" onClick={() => setWiping(false)}>Keep it</Button></div>
      </Dialog>
    </div>
  );
}
