import { useCurrency } from "#ui/Currency";
import { Box, CalendarDays, Download, FileText, Table2 } from "lucide-react";
import { useState } from "react";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { usePlatesOut } from "#app/hooks/usePlatesOut";
import { PlatesOutState } from "./PlatesOutState";
import { calendarOf, planCsv, platesPdf, scaledStlZip, scaledThreeMf } from "#app/jobs/exports";
import { saveFile } from "#app/jobs/saveFile";
import { useScene } from "#app/routes/scenes/useScene";

/** What leaves the app for the printers, the wall and the calendar. */
export function ExportButtons() {
  const currency = useCurrency();
  const {
    input: { scene, now, accepted },
    plan,
  } = useScene();
  const [busy, setBusy] = useState<string | null>(null);
  const plates = usePlatesOut(plan);
  const say = useToast();
  const name = scene.name.toLowerCase().replaceAll(/\W+/g, "-");
  const run = async (what: string, job: () => Promise<void>) => {
    setBusy(what);
    try {
      await job();
    } catch {
      say(`The ${what} could not be written. Try again, or with fewer parts.`);
    } finally {
      setBusy(null);
    }
  };
  const icon = { size: 16, strokeWidth: 1.75, "aria-hidden": true } as const;
  const file = (
    label: string,
    what: string,
    symbol: React.ReactNode,
    end: string,
    type: string,
    bytes: () => Promise<Uint8Array | string> | string,
  ) => (
    <Button
      icon={symbol}
      disabled={busy !== null}
      onClick={() => void run(what, async () => saveFile(await bytes(), `${name}${end}`, type))}
    >
      {label}
    </Button>
  );
  return (
    <section aria-label="Take away" className="grid gap-2">
      <h2>Take away</h2>
      <div className="flex flex-wrap items-center gap-2">
        <Button
          icon={<Box {...icon} />}
          disabled={busy !== null || plates.running}
          onClick={() => void plates.write("3mf", `${name}-plates-3mf.zip`)}
        >
          Plates, 3MF
        </Button>
        <Button
          icon={<Download {...icon} />}
          disabled={busy !== null || plates.running}
          onClick={() => void plates.write("stl", `${name}-plates-stl.zip`)}
        >
          Plates, STL
        </Button>
        {file("Drawings, PDF", "drawings", <FileText {...icon} />, "-plates.pdf", "application/pdf", () =>
          platesPdf(plan, scene.name),
        )}
        {file("Calendar", "calendar", <CalendarDays {...icon} />, ".ics", "text/calendar", () =>
          calendarOf(plan, scene.id, scene.name, now.today, accepted),
        )}
        {file("Table, CSV", "table", <Table2 {...icon} />, "-plates.csv", "text/csv", () =>
          planCsv(plan, now.today),
        )}
        {file(
          "Scaled STL, all parts",
          "STL files",
          <Download {...icon} />,
          "-stl.zip",
          "application/zip",
          () => scaledStlZip(plan, currency),
        )}
        {file("Scaled 3MF", "3MF file", <Box {...icon} />, ".3mf", "model/3mf", () => scaledThreeMf(plan))}
        {busy && <span role="status">Writing the {busy}…</span>}
      </div>
      <PlatesOutState out={plates} />
    </section>
  );
}
