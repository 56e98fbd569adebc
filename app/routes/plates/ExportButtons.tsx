import { useCurrency } from "#ui/Currency";
import { Box, CalendarDays, Download, FileText, Table2 } from "lucide-react";
import { useState, type ReactNode } from "react";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";
import { usePlatesOut } from "#app/hooks/usePlatesOut";
import { PlatesOutState } from "./PlatesOutState";
import { calendarOf, planCsv, platesPdf, scaledStlZip, scaledThreeMf } from "#app/jobs/exports";
import { saveFile } from "#app/jobs/saveFile";
import { useScene } from "#app/routes/scenes/useScene";
import type { SceneView } from "#app/jobs/sceneView";

/** A file to be written, and what it is called while it is. */
type WrittenFile = {
  readonly label: string;
  readonly what: string;
  readonly icon: ReactNode;
  readonly end: string;
  readonly type: string;
  readonly bytes: () => Promise<Uint8Array | string> | string;
};

const icon = { size: 16, strokeWidth: 1.75, "aria-hidden": true } as const;

const filesOf = (
  { input: { scene, now, accepted }, plan }: SceneView,
  currency: string,
): readonly WrittenFile[] => [
  {
    label: "Drawings, PDF",
    what: "drawings",
    icon: <FileText {...icon} />,
    end: "-plates.pdf",
    type: "application/pdf",
    bytes: () => platesPdf(plan, scene.name),
  },
  {
    label: "Calendar",
    what: "calendar",
    icon: <CalendarDays {...icon} />,
    end: ".ics",
    type: "text/calendar",
    bytes: () => calendarOf(plan, scene.id, scene.name, now.today, accepted),
  },
  {
    label: "Table, CSV",
    what: "table",
    icon: <Table2 {...icon} />,
    end: "-plates.csv",
    type: "text/csv",
    bytes: () => planCsv(plan, now.today),
  },
  {
    label: "Scaled STL, all parts",
    what: "STL files",
    icon: <Download {...icon} />,
    end: "-stl.zip",
    type: "application/zip",
    bytes: () => scaledStlZip(plan, currency),
  },
  {
    label: "Scaled 3MF",
    what: "3MF file",
    icon: <Box {...icon} />,
    end: ".3mf",
    type: "model/3mf",
    bytes: () => scaledThreeMf(plan),
  },
];

/** What leaves the app for the printers, the wall and the calendar. */
export function ExportButtons() {
  const currency = useCurrency();
  const view = useScene();
  const [busy, setBusy] = useState<string | null>(null);
  const plates = usePlatesOut(view);
  const say = useToast();
  const name = view.input.scene.name.toLowerCase().replaceAll(/\W+/g, "-");
  const write = async ({ what, bytes, end, type }: WrittenFile) => {
    setBusy(what);
    try {
      saveFile(await bytes(), `${name}${end}`, type);
    } catch {
      say(`The ${what} could not be written. Try again, or with fewer parts.`);
    } finally {
      setBusy(null);
    }
  };
  const files = filesOf(view, currency);
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
        {files.map((f) => (
          <Button key={f.label} icon={f.icon} disabled={busy !== null} onClick={() => void write(f)}>
            {f.label}
          </Button>
        ))}
        {busy && <span role="status">Writing the {busy}…</span>}
      </div>
      <PlatesOutState out={plates} />
    </section>
  );
}
