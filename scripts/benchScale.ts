// npm run bench -- scale: what things are taken to be drawn at, over generated things of known drawing. The even half
// tuned the weights, the odd half is the one that counts.
import { LIKELY } from "#core/scale/drawnAt/guessScale";
import {
  calibrationOf,
  heldOutOf,
  isRight,
  type ScaleCase as Case,
  scaleCases,
  tunedOf,
} from "./scaleCalibration";

const from = performance.now();
const all = scaleCases();
console.log(`${all.length} things made and read in ${((performance.now() - from) / 1000).toFixed(1)} s`);

const share = (cases: readonly Case[], ok: (c: Case) => boolean) =>
  cases.length === 0 ? 0 : (100 * cases.filter(ok).length) / cases.length;
const hinted = ({ thing }: Case) => !/^model_/.test(thing.given.name);

function tell(name: string, cases: readonly Case[]): void {
  const true_ = cases.filter((c) => c.thing.realMm !== null);
  const { bins, error, sure, sureWrong } = calibrationOf(cases);
  const line = (of: readonly Case[]) =>
    `first ${share(of, (c) => isRight(c, 0)).toFixed(0)} %, within three ${share(of, (c) => [0, 1, 2].some((k) => isRight(c, k))).toFixed(0)} % of ${of.length}`;
  console.log(
    `${name}: ${line(true_)}; without a name ${line(true_.filter((c) => !hinted(c)))}; ` +
      `sure ${sure}, wrong ${((100 * sureWrong) / Math.max(1, sure)).toFixed(1)} %; ` +
      `proposed ${share(true_, (c) => c.guess.readings[0]!.share >= LIKELY).toFixed(0)} %; calibration error ${error.toFixed(3)}`,
  );
  const none = cases.filter((c) => c.thing.realMm === null);
  console.log(
    `  without a true scale: ${none.length}, told as sure ${none.filter((c) => c.guess.state === "sure").length}`,
  );
  if (process.argv.includes("--misses"))
    for (const c of true_.filter((x) => ![0, 1, 2].some((k) => isRight(x, k))).slice(0, 40))
      console.log(
        `  ${c.thing.what} “${c.thing.given.name}”: ${c.guess.readings
          .slice(0, 3)
          .map(
            (r) =>
              `${r.unit} ${JSON.stringify(r.source)} ${(100 * r.share).toFixed(0)} % (${r.reasons.join("; ")})`,
          )
          .join(" | ")}`,
      );
  if (process.argv.includes("--bins"))
    for (const { count, said, right } of bins)
      console.log(`  said ${(100 * said).toFixed(0)} %: ${count}, right ${(100 * right).toFixed(0)} %`);
}
tell("tuned on", tunedOf(all));
tell("held out", heldOutOf(all));
