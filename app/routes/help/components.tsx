import { useState } from "react";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { LengthProvider } from "#ui/LengthContext";
import { RuleBar } from "#ui/RuleBar";
import { type Column, Table } from "#ui/Table";
import { useToast } from "#ui/Toasts";
import { FiguresAndButtons, Forms, Findings, Waiting, SampleMat, Colours } from "./componentSamples";

type Sample = { name: string; mm: number };
const rows: Sample[] = [
  { name: "door", mm: 27.8 },
  { name: "brick", mm: 2.99 },
  { name: "step", mm: 2.5 },
];
const columns: Column<Sample>[] = [
  { id: "name", header: "feature", accessorFn: (r) => r.name },
  {
    id: "mm",
    header: "model mm",
    accessorFn: (r) => r.mm,
    cell: ({ row }) => row.original.mm.toFixed(2),
    meta: { figures: true },
  },
];
/** Every piece of the interface, at rest and in trouble, on one page. */
export default function Components() {
  const [open, setOpen] = useState(false);
  const [litMm, light] = useState<number | null>(null);
  const say = useToast();
  const problems = [
    {
      code: "x",
      path: ["scale"],
      message: "“1:0” is no scale: the ratio must lie between 1000:1 and 1:1000000. Type it like 1:72.",
    },
  ];
  const working = [
    { text: "48 layers of 0.2 mm", basis: "measured" as const },
    { text: "walls, skins, travels", value: "52 min", basis: "computed" as const },
  ];
  return (
    <LengthProvider value={{ denominator: 72, system: "metric", first: "model", light }}>
      <div className="grid gap-7">
        <h1>Components</h1>
        <section>
          <h2 className="mb-2">The rule</h2>
          <div className="h-[76px] border border-primer-3">
            <RuleBar denominator={72} system="metric" litMm={litMm} />
          </div>
        </section>
        <FiguresAndButtons working={working} say={say} setOpen={setOpen} />
        <Forms problems={problems} />
        <section>
          <h2 className="mb-2">Table</h2>
          <Table
            rows={rows}
            columns={columns}
            idOf={(r) => r.name}
            caption="Sample features"
            selected="brick"
          />
        </section>
        <Findings say={say} />
        <Waiting say={say} />
        <SampleMat />
        <Colours />
        <Dialog
          open={open}
          onOpenChange={setOpen}
          title="One question"
          description="Escape or the outside closes it."
        >
          <Button kind="main" onClick={() => setOpen(false)}>
            Answer
          </Button>
        </Dialog>
      </div>
    </LengthProvider>
  );
}
