import { printOf, type Part } from "#core/scene/part";
import { useMemo, useState } from "react";
import { meshPicture } from "#core/mesh/picture";
import { isAsDrawn, type Pose, posedMesh, type Vec3 } from "#core/mesh/pose";
import type { TriangleMesh, TriangleSoup } from "#core/mesh/triangleMesh";
import { weld } from "#core/mesh/weld";
import { layWishes } from "#core/plan/parts/layByPlan";
import type { Lies, PartPlan } from "#core/plan/parts/partPlan";
import type { Scene } from "#core/scene/scene";
import { type Lay, type LaySchool, laySchools } from "#core/print/wayUp";
import { undoAction } from "#app/jobs/keep";
import { patchRow } from "#data/scenes";
import { Button } from "#ui/Button";
import { Choice } from "#ui/Field";
import { durationText } from "#ui/Duration";
import { PartPicture } from "#ui/PartPicture";
import { ProgressLine } from "#ui/States";
import { useToast } from "#ui/Toasts";
import { localNow } from "#app/clock";
import { useJob } from "#app/hooks/useJob";
import { findWaysUp } from "#workers/print";
import type { Job } from "#app/hooks/job";
import type { Printer } from "#core/print/printer";

const fronts: readonly (readonly [value: string, words: string, front: Vec3 | null])[] = [
  ["", "no side in particular", null],
  ["0,-1,0", "front (low y)", [0, -1, 0]],
  ["0,1,0", "back (high y)", [0, 1, 0]],
  ["-1,0,0", "left (low x)", [-1, 0, 0]],
  ["1,0,0", "right (high x)", [1, 0, 0]],
  ["0,0,1", "top", [0, 0, 1]],
];
const asDrawn: Pose = { down: [0, 0, -1], turnDeg: 0 };
/** Pictures are drawn of meshes up to this size; a larger one is shown by its figures alone. */
const DRAWN_UP_TO = 100_000;

type PatchPart = (
  change: Parameters<typeof patchRow<"parts">>[2],
  label: string,
  words: string,
) => Promise<void>;

/** Ways to lay a part: a few that are each best at something, with what they trade. */
export function WaysPanel({ p, soup, scene }: { p: PartPlan; soup: TriangleSoup; scene: Scene }) {
  const { part, finish } = p;
  const { printer } = finish!;
  const [school, setSchool] = useState<LaySchool | "">(scene.laySchool ?? "");
  const { job, start, stop } = useJob<readonly Lay[]>();
  const say = useToast();
  const look = () =>
    void start((tell, signal) =>
      findWaysUp(
        soup.corners,
        p.rescale.factor,
        printer,
        scene.viewingDistanceMm,
        layWishes(p, finish!, school || null),
        tell,
        signal,
      ),
    );
  const patch: PatchPart = async (change, label, words) => {
    const outcome = await patchRow("parts", part.id, change, label, localNow().at);
    say(outcome.ok ? words : outcome.problems[0]!.message, undoAction);
  };
  const now = printOf(part).pose;
  const shown = job.value ?? (p.lies.by === "plan" ? p.lies.ways : []);
  return (
    <section className="panel grid content-start gap-3" aria-label="Which way up">
      <h2>Which way up</h2>
      <WaysWords now={now} p={p} />
      <WaySchool school={school} setSchool={setSchool} printer={printer} part={part} patch={patch} />
      <WayButtons
        job={job}
        look={look}
        now={now}
        patch={patch}
        part={part}
        isChosen={p.lies.by === "builder"}
      />
      {job.state === "running" && <ProgressLine what="Looking all round" share={job.share} onCancel={stop} />}
      {job.said && (
        <p role="alert" className="text-oxide">
          {job.said}
        </p>
      )}
      {job.value && job.value.length === 0 && <p>No way was found: the mesh has no size.</p>}
      <WayList shown={shown} soup={soup} p={p} patch={patch} />
    </section>
  );
}

function WayList({
  shown,
  soup,
  p: { part, finish },
  patch,
}: {
  readonly shown: readonly Lay[];
  readonly soup: TriangleSoup;
  readonly p: PartPlan;
  readonly patch: PatchPart;
}) {
  const mesh = useMemo(() => (soup.corners.length / 9 <= DRAWN_UP_TO ? weld(soup) : null), [soup]);
  if (shown.length === 0) return null;
  return (
    <ol className="grid gap-2">
      {shown.map((l) => (
        <WayLine
          key={`${l.pose.down.join(" ")} ${l.raised}`}
          l={l}
          mesh={mesh}
          printer={finish!.printer}
          minutes={finish!.one.minutes.value}
          now={printOf(part).pose}
          patch={patch}
          part={part}
        />
      ))}
    </ol>
  );
}

function WaysWords({ now, p: { part, lies } }: { readonly now: Pose | null; readonly p: PartPlan }) {
  return (
    <p className="text-[14px] text-ink-2">
      It lies {now ? `with ${downWords(now)} down` : "as it was drawn"}
      {printOf(part).raised === true
        ? ", raised on supports"
        : printOf(part).raised === false
          ? ", flat on the plate"
          : ""}
      . {whoSays(lies)}
      {part.made === "from pieces" ? " Its pieces lie each by itself." : ""}
    </p>
  );
}

function WayLine({
  l,
  mesh,
  printer,
  minutes,
  now,
  patch,
  part,
}: {
  readonly l: Lay;
  readonly mesh: TriangleMesh | null;
  readonly printer: Printer;
  /** Of the way it lies now, as it is planned; the others are reckoned roughly. */
  readonly minutes: number;
  readonly now: Pose | null;
  readonly patch: PatchPart;
  readonly part: Part;
}) {
  return (
    <li className="grid grid-cols-[76px_1fr_auto] items-center gap-3 border-t border-primer-3 pt-2">
      {mesh ? <LayPicture mesh={mesh} pose={l.pose} /> : <span />}
      <div>
        <p className="font-head text-[16px] font-semibold">
          {l.bestAt.length > 0 ? l.bestAt.join(", ") : "as drawn"}
          {!l.fits && <span className="text-oxide"> · does not fit {printer.name}</span>}
        </p>
        <p className="text-[14px]">
          {l.heightMm.toFixed(0)} mm high · about {durationText(sameWay(l.pose, now) ? minutes : l.minutes)} ·{" "}
          {l.supportMm2 < 1 ? "no supports" : `${(l.supportMm2 / 100).toFixed(1)} cm² propped`} · scars seen{" "}
          {(l.scarSeenMm2 / 100).toFixed(1)} cm² · layers plain {(l.plainMm2 / 100).toFixed(0)} cm²
          {l.tipDeg > 0 ? ` · tips at ${l.tipDeg.toFixed(0)}°` : ""}
          {l.raised ? " · on supports" : ""}
        </p>
        {!Number.isNaN(l.largestMm2) && (
          <p className="text-[13px] text-ink-2">
            largest section {l.largestMm2.toFixed(0)} mm², jump {l.jumpMm2.toFixed(0)} mm², {l.islands}{" "}
            islands, {l.cups} cups
          </p>
        )}
      </div>
      {sameWay(l.pose, now) ? (
        <b className="font-head text-[14px]">now</b>
      ) : (
        <Button
          onClick={() =>
            void patch(
              { print: { pose: l.pose, raised: printer.process === "resin" ? l.raised : null } },
              `Lay ${part.name}`,
              `${part.name} is laid so; its plates are made again.`,
            )
          }
        >
          Lay it so
        </Button>
      )}
    </li>
  );
}

function WayButtons({
  job,
  look,
  now,
  patch,
  part,
  isChosen,
}: {
  readonly job: Job<readonly Lay[]>;
  readonly look: () => undefined;
  readonly now: Pose | null;
  readonly patch: PatchPart;
  readonly part: Part;
  readonly isChosen: boolean;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      <Button kind="main" disabled={job.state === "running"} onClick={look}>
        Look for ways to lay it
      </Button>
      {now && !isAsDrawn(now) && (
        <Button
          kind="quiet"
          onClick={() =>
            void patch(
              { print: { pose: asDrawn, raised: null } },
              `Lay ${part.name} as drawn`,
              `${part.name} lies as it was drawn.`,
            )
          }
        >
          Lay it as drawn
        </Button>
      )}
      {isChosen && (
        <Button
          kind="quiet"
          onClick={() =>
            void patch(
              { print: { pose: null, raised: null } },
              `Let the plan lay ${part.name}`,
              `The plan looks for the best way to lay ${part.name}.`,
            )
          }
        >
          Let the plan lay it
        </Button>
      )}
    </div>
  );
}

function WaySchool({
  school,
  setSchool,
  printer,
  part,
  patch,
}: {
  readonly school: "" | "avoid supports" | "tilt" | "flat on the plate";
  readonly setSchool: (value: "" | "avoid supports" | "tilt" | "flat on the plate") => void;
  readonly printer: Printer;
  readonly part: Part;
  readonly patch: PatchPart;
}) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Choice
        label="School"
        name="school"
        value={school}
        onChange={(e) => setSchool(e.target.value as LaySchool | "")}
        options={[["", `usual for ${printer.process}`], ...laySchools.map((s) => [s, s] as const)]}
      />
      <Choice
        label="Must stay clean"
        name="front"
        value={part.finish.front ? part.finish.front.join(",") : ""}
        onChange={(e) =>
          void patch(
            { finish: { front: fronts.find((f) => f[0] === e.target.value)?.[2] ?? null } },
            `Front of ${part.name}`,
            "Its clean side is kept.",
          )
        }
        options={fronts.map(([v, w]) => [v, w] as const)}
      />
    </div>
  );
}

/** Who says how it lies, and what speaks for it. */
function whoSays(lies: Lies): string {
  if (lies.by === "builder") return "You chose it.";
  return lies.by === "plan" ? lies.because : "Better ways are looked for meanwhile.";
}

const sameWay = (a: Pose, b: Pose | null) =>
  a.down.every((v, i) => Math.abs(v - (b?.down ?? [0, 0, -1])[i]!) < 1e-4);
function downWords({ down }: Pose): string {
  const names = ["left side", "right side", "front", "back", "underside", "top"];
  const sides = [-down[0], down[0], -down[1], down[1], -down[2], down[2]];
  const most = Math.max(...sides);
  return most > 0.99 ? `its ${names[sides.indexOf(most)]!}` : "a tilted side";
}

function LayPicture({ mesh, pose }: { mesh: TriangleMesh; pose: Pose }) {
  const picture = useMemo(() => meshPicture(posedMesh(mesh, pose)), [mesh, pose]);
  return <PartPicture picture={picture} size={72} />;
}
