import { counted } from "#core/words";
import { printOf, type Part } from "#core/scene/part";
import { moneyText } from "#core/money";
import type { TriangleSoup } from "#core/mesh/triangleMesh";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { Button } from "#ui/Button";
import { Field } from "#ui/Field";
import { ProgressLine } from "#ui/States";
import { type Hollowed } from "#workers/print";
import { type Hollowing, useHollow } from "./useHollow";

/**
 * Hollowing for resin: what it saves, where it is thinnest, where its drains go, and whether anything stays
 * inside.
 */
export function HollowPanel({ p, soup, currency }: { p: PartPlan; soup: TriangleSoup; currency: string }) {
  const hollowing = useHollow(p, soup);
  const { looking, file, found, said } = hollowing;
  const { hollow: now } = printOf(p.part);
  const material = p.chosen!.material;
  const money = (ml: number) =>
    moneyText((ml * (material?.densityGPerCm3 ?? 1.12) * (material?.pricePerKg ?? 0)) / 1000, currency);
  return (
    <section className="panel grid content-start gap-3" aria-label="Hollow">
      <h2>Hollow</h2>
      <p className="text-[14px] text-ink-2">
        {now
          ? `Hollow with walls of ${now.wallMm} mm and ${counted(now.drains, "drain hole", "drain holes")}.`
          : "Solid so far. Walls and drains are found on the mesh itself."}
      </p>
      <HollowTools part={p.part} hollowing={hollowing} />
      {looking.job.state === "running" && (
        <ProgressLine what="Finding its walls" share={looking.job.share} onCancel={looking.stop} />
      )}
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
            <Button kind="main" onClick={() => void hollowing.keep()}>
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
  part,
  hollowing: { wall, setWall, looking, look, patch, file, save },
}: {
  readonly part: Part;
  readonly hollowing: Hollowing;
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
      <Button kind="main" disabled={looking.job.state === "running"} onClick={look}>
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
