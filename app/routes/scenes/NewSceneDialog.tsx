import { useEffect, useRef, useState } from "react";
import { Form } from "react-router";
import type { Problem } from "#core/outcome";
import { bedText } from "#core/print/bedText";
import type { Scene } from "#core/scene/scene";
import { counted } from "#core/words";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { chooseFirst } from "#app/jobs/firstFiles";
import { demoScenes } from "#app/jobs/firstStart";
import type { Answered } from "#app/readForm";
import { newFilament, newResin } from "#app/routes/workshop/printerFields";

const fields = ["name", "ratio", "viewing", "finishBy", "filamentBed", "resinBed"];

type Making = {
  readonly making: boolean;
  readonly setMaking: (value: boolean) => void;
  readonly actionData: Answered;
  readonly scenes: readonly Scene[];
  /** Names of those in the workshop. */
  readonly printers: readonly string[];
};

/** A new scene on one page: its models, a scale, a date, and what there is to print with. */
export function NewSceneDialog({ making, setMaking, actionData, scenes, printers }: Making) {
  const problems = actionData?.problems;
  return (
    <Dialog
      open={making}
      onOpenChange={setMaking}
      title="New scene"
      description="Everything in it will obey one scale. All of this can be changed at any time."
    >
      <Form method="post" className="grid gap-3">
        <Problems problems={problems} fields={fields} />
        <Field label="Name" name="name" defaultValue="" autoFocus problems={problems} />
        <div className="grid items-start gap-3 sm:grid-cols-3">
          <Field
            label="Scale"
            name="ratio"
            defaultValue="1:72"
            hint="1:72, 35th, 4 mm/ft, 28mm figure"
            problems={problems}
          />
          <Field
            label="Seen from"
            name="viewing"
            defaultValue="60 cm"
            hint="How far the eye will be: 60 cm, 2 ft"
            problems={problems}
          />
          <Field
            label="Ready by"
            name="finishBy"
            type="date"
            hint="Empty if you do not know"
            problems={problems}
          />
        </div>
        <FirstModels />
        <FirstPrinters printers={printers} problems={problems} />
        {scenes.some((s) => demoScenes.includes(s.id) && !s.aside) && (
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
  );
}

/** Its models, taken in as soon as the scene is there. */
function FirstModels() {
  const folder = useRef<HTMLInputElement>(null);
  const files = useRef<HTMLInputElement>(null);
  const [count, setCount] = useState(0);
  // There is no attribute of React for it.
  useEffect(() => {
    folder.current!.webkitdirectory = true;
    chooseFirst([]);
  }, []);
  const choose = (list: FileList | null) => {
    chooseFirst([...(list ?? [])]);
    setCount(list?.length ?? 0);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button onClick={() => files.current?.click()}>Choose its models</Button>
      <Button onClick={() => folder.current?.click()}>Choose a folder</Button>
      <span className="text-[14px] text-ink-2" aria-live="polite">
        {count === 0 ? "or drop them in later" : `${counted(count, "file", "files")} chosen`}
      </span>
      <input
        ref={files}
        type="file"
        multiple
        accept=".stl,.obj,.3mf,.ply,.zip"
        className="sr-only"
        tabIndex={-1}
        aria-label="Models of the scene"
        onChange={(e) => choose(e.target.files)}
      />
      <input
        ref={folder}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="Folder of the scene"
        onChange={(e) => choose(e.target.files)}
      />
    </div>
  );
}

/** What there is to print with: a bed and a nozzle or a pixel are enough, and usual ones where nobody knows. */
function FirstPrinters({
  printers,
  problems,
}: {
  readonly printers: readonly string[];
  readonly problems: readonly Problem[] | undefined;
}) {
  const [choice, choose] = useState(printers.length > 0 ? "kept" : "filament");
  return (
    <>
      <Choice
        label="Printers"
        name="printers"
        value={choice}
        onChange={(e) => choose(e.target.value)}
        options={[
          ...(printers.length > 0
            ? [["kept", `those in the workshop: ${printers.join(", ")}`] as const]
            : []),
          ["filament", "one more that draws with filament"],
          ["resin", "one more that cures resin"],
          ["both", "one more of each"],
          ["none", "none yet"],
        ]}
      />
      {(choice === "filament" || choice === "both") && (
        <BedFields
          label="Filament bed, mm"
          name="filamentBed"
          bedMm={newFilament.bedMm}
          finest={["Nozzle, mm", "nozzle", newFilament.nozzleMm]}
          problems={problems}
        />
      )}
      {(choice === "resin" || choice === "both") && (
        <BedFields
          label="Resin plate and height, mm"
          name="resinBed"
          bedMm={newResin.bedMm}
          finest={["Pixel, mm", "pixel", newResin.pixelMm]}
          problems={problems}
        />
      )}
    </>
  );
}

/** A bed, and the finest that the machine draws; what is usual stands in for what is left empty. */
function BedFields({
  label,
  name,
  bedMm,
  finest: [finestLabel, finestName, usualMm],
  problems,
}: {
  readonly label: string;
  readonly name: string;
  readonly bedMm: readonly number[];
  readonly finest: readonly [label: string, name: string, usualMm: number];
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <div className="grid items-start gap-3 sm:grid-cols-[2fr_1fr]">
      <Field
        label={label}
        name={name}
        placeholder="I do not know"
        hint={`Empty: ${bedText(bedMm)}, as many have`}
        problems={problems}
      />
      <Field label={finestLabel} name={finestName} placeholder={String(usualMm)} inputMode="decimal" />
    </div>
  );
}
