import { useCurrency } from "#ui/Currency";
import { Box, Download, Table2 } from "lucide-react";
import { useState } from "react";
import type { Plan } from "#core/plan/plan";
import { billOf, scaledStlZip, scaledThreeMf } from "#app/jobs/exports";
import { saveFile } from "#app/jobs/saveFile";
import { Button } from "#ui/Button";
import { useToast } from "#ui/Toasts";

const icon = { size: 16, strokeWidth: 1.75, "aria-hidden": true } as const;

/** Parts at the scene's scale as files, and their bill: the ticked ones, one, or all. */
export function TakeAway({
  plan,
  sceneName,
  partIds,
}: {
  plan: Plan;
  sceneName: string;
  partIds?: readonly string[];
}) {
  const currency = useCurrency();
  const [busy, setBusy] = useState(false);
  const say = useToast();
  const name = `${sceneName.toLowerCase().replaceAll(/\W+/g, "-")}${partIds ? `-${partIds.length}` : ""}`;
  const write = async (bytes: () => Promise<Uint8Array>, end: string, type: string) => {
    setBusy(true);
    try {
      saveFile(await bytes(), `${name}${end}`, type);
    } catch {
      say("The files could not be written. Try again, or with fewer parts.");
    } finally {
      setBusy(false);
    }
  };
  const run = (...file: Parameters<typeof write>) => void write(...file);
  return (
    <div
      className="flex flex-wrap items-center gap-2"
      role="group"
      aria-label={partIds ? "Take the chosen parts away" : "Take all parts away"}
    >
      <Button
        icon={<Download {...icon} />}
        disabled={busy}
        onClick={() => run(() => scaledStlZip(plan, currency, partIds), "-stl.zip", "application/zip")}
      >
        Scaled STL
      </Button>
      <Button
        icon={<Box {...icon} />}
        disabled={busy}
        onClick={() => run(() => scaledThreeMf(plan, partIds), ".3mf", "model/3mf")}
      >
        Scaled 3MF
      </Button>
      <Button
        icon={<Table2 {...icon} />}
        disabled={busy}
        onClick={() => saveFile(billOf(plan, currency, partIds), `${name}-bill.csv`, "text/csv")}
      >
        Bill of parts, CSV
      </Button>
      {busy && <span role="status">Writing…</span>}
    </div>
  );
}
