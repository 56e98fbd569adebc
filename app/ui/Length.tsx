import { modelText, realText } from "#core/scale/lengthFormat";
import { useLengths } from "#ui/LengthContext";

/** A length, always both readings: `27.8 mm · 2.00 m real`. Pointing at it lights it on the rule. */
export function Length({ modelMm, only }: { modelMm: number; only?: "first" }) {
  const { denominator, system, first, light } = useLengths();
  const model = modelText(modelMm, system);
  const real = realText(modelMm * denominator, system);
  return (
    <span
      className="figures whitespace-nowrap"
      onPointerEnter={() => light(modelMm)}
      onPointerLeave={() => light(null)}
    >
      {first === "model" ? model : `${real} real`}
      {only !== "first" && (
        <>
          {" "}
          <span className="whitespace-nowrap text-ink-2">
            · {first === "model" ? `${real} real` : `${model} model`}
          </span>
        </>
      )}
    </span>
  );
}
