import { useState } from "react";
import { convert, type Conversion } from "#core/scale/converter";
import { modelText, realText } from "#core/scale/lengthFormat";
import { nearestNamedScale, type NamedScale } from "#core/scale/namedScales";
import { ratioText, type TypedRatio } from "#core/scale/ratio";
import { Dialog } from "#ui/Dialog";
import { Field } from "#ui/Field";
import { useLengths } from "#ui/LengthContext";
import type { FigureConvention } from "#core/scale/figureSize";

/** What was typed, understood and turned both ways, as it is typed. */
export function ConverterPanel({ focus = false }: { focus?: boolean }) {
  const { denominator, system } = useLengths();
  const [text, setText] = useState(`6'8"`);
  const outcome = convert(text, denominator);
  return (
    <div className="grid gap-3">
      <Field
        label="A length, a scale, or two scales"
        name="convert"
        value={text}
        onChange={(e) => setText(e.target.value)}
        hint={`6'8"  ·  17 1/2 in  ·  28mm figure  ·  1:76 -> 1:72  ·  2 m = 27.8 mm`}
        autoFocus={focus}
      />
      <div aria-live="polite" className="panel min-h-24">
        {outcome.ok ? (
          <Answer value={outcome.value} denominator={denominator} system={system} />
        ) : (
          <p>{outcome.problems[0]!.message}</p>
        )}
      </div>
    </div>
  );
}

function Answer({
  value,
  denominator,
  system,
}: {
  value: Extract<ReturnType<typeof convert>, { ok: true }>["value"];
  denominator: number;
  system: "metric" | "inch";
}) {
  const big = "figures text-[17px] font-semibold whitespace-nowrap";
  switch (value.kind) {
    case "length":
      return (
        <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1">
          <dt className="text-ink-2">understood</dt>
          <dd>{value.understood}</dd>
          <dt className="text-ink-2">real, so on the bench</dt>
          <dd className={big}>
            {modelText(value.asModelMm, system)}{" "}
            <span className="text-ink-2">
              · {modelText(value.asModelMm, system === "metric" ? "inch" : "metric")}
            </span>
          </dd>
          <dt className="text-ink-2">on the bench, so real</dt>
          <dd className={big}>
            {realText(value.asRealMm, system)}{" "}
            <span className="text-ink-2">
              · {realText(value.asRealMm, system === "metric" ? "inch" : "metric")}
            </span>
          </dd>
        </dl>
      );
    case "ratio": {
      const { denominator: n, band } = value.ratio;
      const near = nearestNamedScale(n);
      return <InScale value={value} big={big} band={band} n={n} near={near} denominator={denominator} />;
    }
    case "factor":
      return <OutOfScale value={value} big={big} />;
    case "ratio-from-sizes":
      return (
        <>
          <p className="text-ink-2">{value.understood}</p>
          <p className={big}>{ratioText(Number(value.denominator.toFixed(2)))}</p>
        </>
      );
  }
}

function OutOfScale({
  value,
  big,
}: {
  readonly value: Extract<Conversion, { kind: "factor" }>;
  readonly big: "figures text-[17px] font-semibold whitespace-nowrap";
}) {
  return (
    <>
      <p className="text-ink-2">{value.understood}</p>
      <p className={big}>
        × {value.factor.toFixed(4)}
        {value.low !== value.high && (
          <span className="text-ink-2">
            {" "}
            · {value.low.toFixed(3)} to {value.high.toFixed(3)}
          </span>
        )}
      </p>
    </>
  );
}

function InScale({
  value,
  big,
  band,
  n,
  near,
  denominator,
}: {
  readonly value: { readonly kind: "ratio"; readonly understood: string; readonly ratio: TypedRatio };
  readonly big: "figures text-[17px] font-semibold whitespace-nowrap";
  readonly band:
    | {
        readonly low: number;
        readonly high: number;
        readonly figureMm: number;
        readonly convention: FigureConvention | "either";
      }
    | undefined;
  readonly n: number;
  readonly near: { readonly scale: NamedScale; readonly offShare: number };
  readonly denominator: number;
}) {
  return (
    <>
      <p className="text-ink-2">{value.understood}</p>
      <p className={big}>
        {band && band.low !== band.high
          ? `${ratioText(Number(band.low.toFixed(1)))} to ${ratioText(Number(band.high.toFixed(1)))}`
          : ratioText(n)}
      </p>
      <p>
        Nearest by name: {near.scale.name}, {ratioText(Number(near.scale.denominator.toFixed(2)))}
        {Math.abs(near.offShare) > 0.0005 && ` (${(100 * near.offShare).toFixed(1)} % off)`}. A mesh drawn at
        this scale is multiplied by <span className="figures">{(n / denominator).toFixed(4)}</span> here.
      </p>
    </>
  );
}

export function Converter({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Converter"
      description="In the scene's ratio; it says what it understood."
    >
      <ConverterPanel focus />
    </Dialog>
  );
}
