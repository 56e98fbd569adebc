import { partRef } from "#core/reference";
import { Plus, Ruler } from "lucide-react";
import { between, bases, exact, spread } from "#core/figure";
import { finding } from "#core/plan/finding";
import { BasisMark, basisWords } from "#ui/BasisMark";
import { Button } from "#ui/Button";
import { Duration } from "#ui/Duration";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { FindingList } from "#ui/FindingList";
import { Length } from "#ui/Length";
import { Mat } from "#ui/Mat";
import { Menu } from "#ui/Menu";
import { MixParts } from "#ui/MixParts";
import { EmptyState, ErrorState, ProgressLine } from "#ui/States";
import type { Say } from "#ui/Toasts";
import type { WorkingLine } from "#core/figure";

/** Lengths, figures, a mix, buttons. */
export function FiguresAndButtons({
  working,
  say,
  setOpen,
}: {
  readonly working: readonly WorkingLine[];
  readonly say: Say;
  readonly setOpen: (value: boolean) => void;
}) {
  return (
    <section className="grid gap-3 md:grid-cols-2">
      <div className="panel grid justify-items-start gap-2">
        <h2>Lengths and figures</h2>
        <p>
          Point at <Length modelMm={27.8} /> to light it on the rule.
        </p>
        <FigureView figure={spread(52, 0.15, "min", "computed", working)} label="Printing time" />
        <FigureView figure={between(2.1, 3.1, 4.4, "ml", "practice", working)} label="Resin" />
        <FigureView figure={exact(0.62, "mm", "measured")} label="Thinnest wall" />
        <Duration handsMinutes={22} waitMinutes={20} />
        <Duration handsMinutes={95} waitMinutes={1440} />
      </div>
      <div className="panel grid justify-items-start gap-2">
        <h2>Basis marks</h2>
        {bases.map((b) => (
          <p key={b}>
            <BasisMark basis={b} /> {basisWords[b]}
          </p>
        ))}
      </div>
      <div className="panel grid justify-items-start gap-2">
        <h2>A mix</h2>
        <MixParts
          parts={[
            { name: "Reed Straw", hex: "#c3a862", parts: 3 },
            { name: "Wet Slate", hex: "#4b555c", parts: 1 },
          ]}
          drops={[34, 11]}
        />
      </div>
      <SampleButtons say={say} setOpen={setOpen} />
    </section>
  );
}

function SampleButtons({ say, setOpen }: { readonly say: Say; readonly setOpen: (value: boolean) => void }) {
  return (
    <div className="panel grid justify-items-start gap-2">
      <h2>Buttons, tape</h2>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" icon={<Plus size={16} aria-hidden />}>
          Main
        </Button>
        <Button>Plain</Button>
        <Button kind="quiet">Quiet</Button>
        <Button disabled>Not now</Button>
        <Menu
          trigger={<Button icon={<Ruler size={16} aria-hidden />}>Menu</Button>}
          items={[
            { label: "Rename", onSelect: () => say("Renamed.") },
            {
              label: "Delete",
              onSelect: () => say("Deleted.", { label: "Undo", run: () => say("Back again.") }),
              grave: true,
            },
          ]}
        />
        <Button onClick={() => setOpen(true)}>Dialog</Button>
        <Button onClick={() => say("Saved on this device.")}>Toast</Button>
      </div>
      <span className="tape">Next</span>
    </div>
  );
}

export function Forms({
  problems,
}: {
  readonly problems: { code: string; path: string[]; message: string }[];
}) {
  return (
    <section className="panel grid items-start gap-3 sm:grid-cols-3">
      <h2 className="sm:col-span-3">Forms</h2>
      <Field label="Name" name="name" defaultValue="Ferry stage" />
      <Field label="Scale" name="scale" defaultValue="1:0" problems={problems} />
      <Choice
        label="Process"
        name="process"
        options={[
          ["a", "filament"],
          ["b", "resin"],
        ]}
      />
      <Tick label="Stays clear" />
      <div className="sm:col-span-2">
        <Problems
          problems={[
            { code: "x", path: ["tables", "parts", 3, "count"], message: "Count must be a number." },
          ]}
        />
      </div>
    </section>
  );
}

export function Findings({ say }: { readonly say: Say }) {
  return (
    <section>
      <h2 className="mb-2">Findings</h2>
      <FindingList
        onMend={() => say("Mended.")}
        findings={[
          finding(
            "ruins",
            "parts",
            partRef("a"),
            "a",
            "1",
            "This wall is 0.6 mm. Your 0.4 nozzle prints no wall under 0.9 mm that holds.",
            [{ label: "Print it in resin", edit: null }],
          ),
          finding(
            "weakens",
            "surface",
            partRef("b"),
            "b",
            "2",
            "12 cm2 of the roof shows its layers plainly from 60 cm.",
          ),
          finding("wastes", "stores", partRef("c"), "c", "3", "The varnish runs out in the last coat."),
          finding("missing", "parts", partRef("d"), "d", "4", "The punt has no scale yet."),
        ]}
      />
    </section>
  );
}

export function Waiting({ say }: { readonly say: Say }) {
  return (
    <section className="grid gap-3 md:grid-cols-2">
      <div className="panel">
        <h2 className="mb-2">Waiting</h2>
        <ProgressLine what="cottage.stl: cutting layers" share={0.62} onCancel={() => say("Cancelled.")} />
      </div>
      <div className="panel">
        <EmptyState title="Nothing here yet" action={<Button kind="main">Begin</Button>}>
          Empty states say what a stage does and offer the one action that starts it.
        </EmptyState>
      </div>
      <div className="md:col-span-2">
        <ErrorState title="The file could not be read" action={<Button>Choose another</Button>}>
          cottage.stl ends inside its header. Copy or export it again.
        </ErrorState>
      </div>
    </section>
  );
}

export function SampleMat() {
  return (
    <section>
      <h2 className="mb-2">The mat</h2>
      <Mat widthMm={300} heightMm={90} label="A mat of 300 by 90 mm">
        <path
          d="M40 20L120 20L120 60L80 80L40 60Z"
          fill="var(--chalk)"
          fillOpacity="0.16"
          stroke="var(--chalk)"
          strokeWidth="1.400"
          vectorEffect="non-scaling-stroke"
        />
      </Mat>
    </section>
  );
}

export function Colours() {
  return (
    <section>
      <h2 className="mb-2">Colours</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(110px,1fr))] gap-2">
        {tokens.map((t) => (
          <li key={t} className="text-[13px]">
            <span
              aria-hidden="true"
              className="block h-10 rounded-cut border border-primer-3"
              style={{ background: `var(--${t})` }}
            />
            {t}
          </li>
        ))}
      </ul>
    </section>
  );
}
const tokens = [
  "mat",
  "mat-line",
  "chalk",
  "primer-1",
  "primer-2",
  "primer-3",
  "ink",
  "ink-2",
  "tape",
  "oxide",
  "ochre",
  "verdigris",
  "slate-blue",
];
