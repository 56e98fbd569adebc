import { counted } from "#core/words";
import { printOf, type Part, type PartPrint } from "#core/scene/part";
import { moneyText } from "#core/money";
import { useState } from "react";
import type { Outcome } from "#core/outcome";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { writeBinaryStl } from "#core/formats/stl";
import { undoAction } from "#app/jobs/keep";
import { storeResults } from "#data/meshes";
import { patchRow } from "#data/scenes";
import { shellKey } from "#core/plan/plates/derivedKeys";
import { Button } from "#ui/Button";
import { Field } from "#ui/Field";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { saveFile } from "#app/jobs/saveFile";
import { typedNumber } from "#app/readForm";
import { findHollow, type Hollowed, hollowFile } from "#workers/print";
import type { Job } from "#app/hooks/job";
import type { RunningJob } from "#app/hooks/useJob";

const USUAL_WALL_MM = 2;

/**
 * Hollowing for resin: what it saves, where it is thinnest, where its drains go, and whether anything stays
 * inside.
 */
export function HollowPanel({ p, soup, currency }: { p: PartPlan; soup: TriangleSoup; currency: string }) {
  const {
    part,
    chosen,
    rescale: { factor },
  } = p;
  const c = chosen!;
  const [wall, setWall] = useState(String(printOf(part).hollow?.wallMm ?? USUAL_WALL_MM));
  const [refused, setRefused] = useState("");
  const { job, start, stop } = useJob<Outcome<Hollowed> & { readonly wallMm: number }>();
  const file = useJob<Outcome<Float32Array>>();
  const say = useToast();
  const look = () => {
    const wallMm = typedNumber(wall);
    if (!(wallMm >= 0.5 && wallMm <= 20))
      return setRefused("A wall is between 0.5 and 20 mm. Type for instance 2.");
    setRefused("");
    return void start(async (tell, signal) => ({
      ...(await findHollow(soup.corners, factor, wallMm, printOf(part).pose, c.raised, tell, signal)),
      wallMm,
    }));
  };
  const { hollow: now } = printOf(part);
  const found = job.value?.ok ? job.value : null;
  const patch = async (hollow: PartPrint["hollow"], label: string, words: string) => {
    const outcome = await patchRow("parts", part.id, { print: { hollow } }, label, localNow().at);
    say(outcome.ok ? words : outcome.problems[0]!.message, undoAction);
  };
  const keep = async () => {
    const {
      value: { shell, holes },
      wallMm,
    } = found!;
    await storeResults([
      { key: shellKey(part.meshId!, factor, wallMm), meshId: part.meshId!, value: { kind: "shell", shell } },
    ]);
    await patch(
      { wallMm, drains: holes.length, holes },
      `Hollow ${part.name}`,
      `${part.name} is hollow with walls of ${wallMm} mm.`,
    );
  };
  const money = (ml: number) =>
    moneyText((ml * (c.material?.densityGPerCm3 ?? 1.12) * (c.material?.pricePerKg ?? 0)) / 1000, currency);
  const save = async () => {
    const made = await file.start((tell, signal) =>
      hollowFile(
        soup.corners,
        factor,
        printOf(part).hollow!.wallMm,
        printOf(part).hollow!.holes,
        printOf(part).pose,
        c.raised,
        tell,
        signal,
      ),
    );
    if (made?.ok)
      saveFile(
        writeBinaryStl({ corners: made.value.map((v) => v * factor) }),
        `${part.name.toLowerCase().replaceAll(/\W+/g, "-")}-hollow.stl`,
        "model/stl",
      );
  };
  const said =
    job.value && !job.value.ok
      ? job.value.problems[0]!.message
      : file.job.value && !file.job.value.ok
        ? file.job.value.problems[0]!.message
        : job.said || file.job.said || refused;
  return (
    <section className="panel grid content-start gap-3" aria-label="Hollow">
      <h2>Hollow</h2>
      <p className="text-[14px] text-ink-2">
        {now
          ? `Hollow with walls of ${now.wallMm} mm and ${counted(now.drains, "drain hole", "drain holes")}.`
          : "Solid so far. Walls and drains are found on the mesh itself."}
      </p>
      <HollowTools
        wall={wall}
        setWall={setWall}
        job={job}
        look={look}
        part={part}
        patch={patch}
        file={file}
        save={save}
      />
      {job.state === "running" && <ProgressLine what="Finding its walls" share={job.share} onCancel={stop} />}
      {file.job.state === "running" && (
        <ProgressLine what="Making the hollow file" share={file.job.share} onCancel={file.stop} />
      )}
      {said && (
        <p role="alert" className="text-oxide">
          {said}
        </p>
      )}
      {found && (
        <>
          <HollowFound found={found} money={money} />
          <div>
            <Button kind="main" onClick={() => void keep()}>
              Keep it hollow
            </Button>
          </div>
          <p className="text-[13px] text-ink-2">
            Uncured resin in a closed room weeps for months and can split the piece: drain, rinse inside, and
            let light in.
          </p>
        </>
      )}
    </section>
  );
}

function HollowFound({
  found,
  money,
}: {
  readonly found: { readonly ok: true; readonly value: Hollowed } & { readonly wallMm: number };
  readonly money: (ml: number) => string;
}) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
      <dt>Saves</dt>
      <dd className="figures">
        {found.value.savedMl.toFixed(1)} ml of{" "}
        {(found.value.savedMl + found.value.shell.millilitres).toFixed(1)} ml,{" "}
        {Math.round(
          (100 * found.value.savedMl) / Math.max(1e-9, found.value.savedMl + found.value.shell.millilitres),
        )}{" "}
        %, {money(found.value.savedMl)} each
      </dd>
      <dt>Thinnest wall</dt>
      <dd className="figures">{found.value.shell.thinnestMm.toFixed(2)} mm</dd>
      <dt>Rooms inside</dt>
      <dd className="figures">{found.value.rooms}</dd>
      <dt>Drain holes</dt>
      <dd>
        {found.value.holes.length === 0
          ? "none has a place"
          : found.value.holes
              .map((h) => `${(2 * h.radiusMm).toFixed(1)} mm wide ${sideOf(h.inward)}`)
              .join("; ")}
      </dd>
      <dt>Stays inside</dt>
      <dd className={found.value.trapped > 0 ? "text-oxide" : ""}>
        {found.value.trapped > 0
          ? `resin in ${found.value.trapped} closed ${found.value.trapped === 1 ? "space" : "spaces"}: it must have a hole of its own`
          : "nothing"}
      </dd>
    </dl>
  );
}

function HollowTools({
  wall,
  setWall,
  job,
  look,
  part,
  patch,
  file,
  save,
}: {
  readonly wall: string;
  readonly setWall: (value: string) => void;
  readonly job: Job<Outcome<Hollowed> & { readonly wallMm: number }>;
  readonly look: () => void;
  readonly part: Part;
  readonly patch: (hollow: PartPrint["hollow"], label: string, words: string) => Promise<void>;
  readonly file: RunningJob<Outcome<Float32Array>>;
  readonly save: () => Promise<void>;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-28">
        <Field
          label="Wall, mm"
          name="hollowWall"
          inputMode="decimal"
          value={wall}
          onChange={(e) => setWall(e.target.value)}
        />
      </div>
      <Button kind="main" disabled={job.state === "running"} onClick={look}>
        Try it hollow
      </Button>
      {printOf(part).hollow && (
        <Button onClick={() => void patch(null, `${part.name} solid`, `${part.name} is solid again.`)}>
          Make it solid
        </Button>
      )}
      {printOf(part).hollow && (
        <Button disabled={file.job.state === "running"} onClick={() => void save()}>
          Hollow file, STL
        </Button>
      )}
    </div>
  );
}

/** Where a hole sits, by the way it goes in. */
function sideOf([x, y, z]: readonly [number, number, number]): string {
  const sides = [
    [z, "underneath"],
    [-z, "on top"],
    [x, "on the left"],
    [-x, "on the right"],
    [y, "at the front"],
    [-y, "at the back"],
  ] as const;
  return [...sides].sort((a, b) => b[0] - a[0])[0]![1];
}
