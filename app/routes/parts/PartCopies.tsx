import { counted } from "#core/words";
import { moneyText } from "#core/money";
import { guessMaterial } from "#core/materials/guessMaterial";
import { materialOf } from "#core/materials/materials";
import { type CutPiece, cutPiecesOf, type Part, type OtherWays, printOf } from "#core/scene/part";
import { MadeOf } from "./MadeOf";
import { useMemo, useState } from "react";
import { Form } from "react-router";
import { undoAction } from "#app/jobs/keep";
import { makePair } from "#app/jobs/makePair";
import { useToast } from "#ui/Toasts";
import type { Problem } from "#core/outcome";
import { twinOf } from "#core/plan/parts/twins";
import { cutList } from "#core/plan/parts/cutList";
import { buildingLacks } from "#core/plan/space";
import { useScene } from "#app/routes/scenes/useScene";
import { compareWays, type Comparison } from "#core/plan/parts/makeOrBuy";
import type { PartPlan } from "#core/plan/parts/partPlan";
import { copyStates } from "#core/scene/part";
import { statesOf } from "#core/plan/stores/bill";
import { Button } from "#ui/Button";
import { Choice, Field } from "#ui/Field";
import { FigureView } from "#ui/FigureView";
import { KeptForm } from "#route/KeptForm";
import { buttons, figures, PlainTable } from "#ui/PlainTable";

const money = (minor: number, currency: string) => moneyText(minor, currency);
const typed = (minor: number | null | undefined) =>
  minor === null || minor === undefined ? "" : (minor / 100).toFixed(2);

/** How far each copy has come. */
export function PartCopies({ p }: { p: PartPlan }) {
  const { part } = p;
  const states = statesOf(part.history.copies, part.count);
  return (
    <section className="panel grid content-start gap-2">
      <h2>Its {part.count === 1 ? "copy" : `${part.count} copies`}</h2>
      <KeptForm
        className="grid grid-cols-2 items-end gap-3 sm:grid-cols-4"
        key={part.id}
        version={part.history.copies.join()}
      >
        {copyStates
          .filter((s) => s !== "to make")
          .map((s) => (
            <Field
              key={s}
              label={s}
              name={`state-${s}`}
              type="number"
              min={0}
              max={part.count}
              defaultValue={states[s]}
            />
          ))}
        <Button type="submit" name="intent" value="copies" className="col-span-full justify-self-start">
          Set the copies
        </Button>
      </KeptForm>
      <p className="text-[14px] text-ink-2">
        {states["to make"] === 0 ? "None is left to make." : `${states["to make"]} still to make.`}
        {states.spoilt > 0 && ` ${states.spoilt} spoilt: print ${states.spoilt === 1 ? "it" : "them"} again.`}
      </p>
      <Hands p={p} />
    </section>
  );
}

/** Several copies may be all alike, or left and right. */
function Hands({ p }: { readonly p: PartPlan }) {
  const { part } = p;
  const { plan } = useScene();
  const twin = useMemo(() => twinOf(p, plan.parts), [p, plan.parts]);
  const say = useToast();
  const [busy, setBusy] = useState(false);
  const pair = async () => {
    setBusy(true);
    say(await makePair(part), undoAction);
    setBusy(false);
  };
  if (twin)
    return <p className="text-[14px] text-ink-2">{twin.part.name} is its mirror image: they are a pair.</p>;
  if (part.count < 2 || part.meshId === null || part.made !== "printed" || printOf(part).pieceOf) return null;
  return (
    <p className="flex flex-wrap items-center gap-3 text-[14px] text-ink-2">
      All {part.count} are alike.
      <Button kind="quiet" disabled={busy} onClick={() => void pair()}>
        {busy ? "Mirroring…" : "Make left and right of it"}
      </Button>
    </p>
  );
}

/** Print it, buy it, or build it: money, hours, and from how many copies one beats the other. */
export function PartWays({
  p,
  currency,
  problems,
}: {
  p: PartPlan;
  currency: string;
  problems: readonly Problem[] | undefined;
}) {
  const { part } = p;
  const { rooms } = useScene().input.workshop;
  const ways = part.otherWays;
  const each = p.chosen
    ? { eachMinor: p.chosen.all.cost.value / part.count, eachHours: HANDS_PER_COPY_HOURS }
    : null;
  const compared = ways && each ? compareWays(part.count, each, ways, currency, buildingLacks(rooms)) : null;
  return (
    <section className="panel grid content-start gap-3">
      <h2>Print, buy or build by hand</h2>
      <WaysForm key={part.id} ways={ways} currency={currency} problems={problems} />
      {compared && <WaysCompared part={part} compared={compared} currency={currency} />}
    </section>
  );
}

function WaysCompared({
  part,
  compared,
  currency,
}: {
  readonly part: Part;
  readonly compared: Comparison;
  readonly currency: string;
}) {
  return (
    <>
      <PlainTable
        label="Ways to have it"
        heads={[
          `way, ${part.count === 1 ? "one copy" : `${part.count} copies`}`,
          figures("money"),
          figures("hands"),
          "together",
        ]}
      >
        {compared.ways.map((w, i) => (
          <tr
            key={w.way}
            data-selected={i === 0 ? true : undefined}
            className={w.lacks === null ? undefined : "text-ink-2"}
          >
            <th scope="row">
              {w.way}
              {w.lacks && <span className="block text-[13px] font-normal">{w.lacks}</span>}
            </th>
            <td data-figures>{money(w.moneyMinor, currency)}</td>
            <td data-figures>{w.hours.toFixed(1)} h</td>
            <td>
              <FigureView figure={w.together} label={w.way} />
            </td>
          </tr>
        ))}
      </PlainTable>
      <ul className="text-[14px]">
        {compared.breakEven.map((b) => (
          <li key={b.against}>
            {b.count === null
              ? `Printing never beats “${b.against}” in money: ${b.working}.`
              : `Printing beats “${b.against}” from ${counted(b.count, "copy", "copies")}: ${b.working}.`}
          </li>
        ))}
      </ul>
    </>
  );
}

function WaysForm({
  ways,
  currency,
  problems,
}: {
  readonly ways: OtherWays | null;
  readonly currency: string;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <KeptForm className="grid grid-cols-2 items-start gap-3 md:grid-cols-3" version={JSON.stringify(ways)}>
      <Field
        label={`Bought, each, ${currency}`}
        name="buyEach"
        inputMode="decimal"
        defaultValue={typed(ways?.buyEachMinor)}
        placeholder="not to be had"
        problems={problems}
      />
      <Field
        label={`Built, material each, ${currency}`}
        name="buildEach"
        inputMode="decimal"
        defaultValue={typed(ways?.buildEachMinor)}
        problems={problems}
      />
      <Field
        label="Built, hours each"
        name="buildHours"
        inputMode="decimal"
        defaultValue={ways?.buildEachHours ?? ""}
        problems={problems}
      />
      <Field
        label="Printed, hours once"
        name="onceHours"
        inputMode="decimal"
        defaultValue={ways?.makeOnceHours ?? 1}
        hint="finding, mending, a trial"
        problems={problems}
      />
      <Field
        label={`An hour of yours, ${currency}`}
        name="hourWorth"
        inputMode="decimal"
        defaultValue={typed(ways?.hourWorthMinor ?? 0)}
        problems={problems}
      />
      <Button type="submit" name="intent" value="ways" className="mt-6">
        Compare
      </Button>
    </KeptForm>
  );
}

/** Taking off, cleaning and looking over one printed copy (common practice). */
const HANDS_PER_COPY_HOURS = 0.1;

/** What a thing built by hand is cut from. */
export function PartCuts({ p, problems }: { p: PartPlan; problems: readonly Problem[] | undefined }) {
  const cutPieces = cutPiecesOf(p.part);
  const list = cutList(cutPieces);
  return (
    <section className="panel grid content-start gap-3">
      <h2>Cut from sheet and strip</h2>
      {cutPieces.length > 0 && (
        <PlainTable
          label="Cut pieces"
          heads={["piece", figures("size, mm"), figures("of it"), buttons("remove")]}
        >
          {cutPieces.map((c) => (
            <CutPieceLine key={c.id} c={c} />
          ))}
        </PlainTable>
      )}
      {cutPieces.length > 0 && (
        <p className="text-[14px]">
          Takes {list.sheetCm2.toFixed(0)} cm² of sheet and {list.stripMm.toFixed(0)} mm of strip and rod;{" "}
          {list.surfaceCm2.toFixed(0)} cm² of surface to paint.
        </p>
      )}
      <CutPieceForm problems={problems} />
    </section>
  );
}

function CutPieceForm({ problems }: { readonly problems: readonly Problem[] | undefined }) {
  return (
    <Form method="post" className="grid grid-cols-4 items-start gap-3">
      <Choice
        label="Form"
        name="form"
        options={[
          ["sheet", "sheet"],
          ["strip", "strip"],
          ["rod", "rod"],
        ]}
      />
      <MadeOf />
      <Field label="As you call it" name="material" placeholder="0.5 mm sheet" />
      <Field label="How many" name="pieceCount" type="number" min={1} defaultValue={1} problems={problems} />
      <Field label="Length, mm" name="lengthMm" inputMode="decimal" problems={problems} />
      <Field label="Width, mm" name="widthMm" inputMode="decimal" problems={problems} />
      <Field label="Thickness, mm" name="thicknessMm" inputMode="decimal" problems={problems} />
      <Button type="submit" name="intent" value="cut-add">
        Add it
      </Button>
    </Form>
  );
}

function CutPieceLine({ c }: { readonly c: CutPiece }) {
  return (
    <tr>
      <th scope="row" className="!font-normal">
        {c.form}, {c.material}
        {c.madeOf === null && <PieceGuess piece={c} />}
      </th>
      <td data-figures>
        {c.lengthMm} × {c.widthMm} × {c.thicknessMm}
      </td>
      <td data-figures>{c.count}</td>
      <td>
        <Form method="post">
          <input type="hidden" name="pieceId" value={c.id} />
          <Button kind="quiet" type="submit" name="intent" value="cut-remove">
            Remove
          </Button>
        </Form>
      </td>
    </tr>
  );
}

/** A word that is in no table yet: what it may mean, taken by a tap. */
function PieceGuess({ piece }: { piece: CutPiece }) {
  const guess = guessMaterial(piece.material);
  if (guess === null) return null;
  return (
    <Form method="post" className="inline">
      <input type="hidden" name="pieceId" value={piece.id} />
      <input type="hidden" name="madeOf" value={guess} />
      <Button kind="quiet" type="submit" name="intent" value="cut-made-of">
        {materialOf(guess).name}?
      </Button>
    </Form>
  );
}
