// npm run bench -- scale: what things are taken to be drawn at, over generated things of known drawing. The even half
// tuned the weights, the odd half is the one that counts.
import { guessScale, LIKELY, type ScaleGuess, SURE } from "#core/scale/drawnAt/guessScale";
import { type TestThing, testThing } from "#core/scale/drawnAt/testing";

const THINGS = 600;
const OWN = 72;
/** As far as the same figure measured to the eye is from one measured to the crown. */
const SAME = 0.07;

type Case = { readonly thing: TestThing; readonly guess: ScaleGuess };
const from = performance.now();
const all = Array.from({ length: THINGS }, (_, i): Case => {
  const thing = testThing(i);
  return { thing, guess: guessScale(thing.given, OWN) };
});
console.log(`${THINGS} things made and read in ${((performance.now() - from) / 1000).toFixed(1)} s`);

const isRight = ({ thing, guess }: Case, k: number) =>
  thing.realMm !== null && Math.abs((guess.readings[k]?.realMm ?? 0) / thing.realMm - 1) < SAME;
const share = (cases: readonly Case[], ok: (c: Case) => boolean) =>
  cases.length === 0 ? 0 : (100 * cases.filter(ok).length) / cases.length;
const hinted = ({ thing }: Case) => !/^model_/.test(thing.given.name);

function tell(name: string, cases: readonly Case[]): void {
  const true_ = cases.filter((c) => c.thing.realMm !== null);
  const sure = true_.filter((c) => c.guess.readings[0]!.share >= SURE);
  const bins = Array.from({ length: 10 }, (_, b) =>
    true_.filter((c) => Math.min(9, Math.floor(10 * c.guess.readings[0]!.share)) === b),
  );
  const calibration = bins.reduce(
    (sum, bin) =>
      sum +
      (bin.length / true_.length) *
        Math.abs(
          share(bin, (c) => isRight(c, 0)) / 100 -
            bin.reduce((s, c) => s + c.guess.readings[0]!.share, 0) / Math.max(1, bin.length),
        ),
    0,
  );
  const line = (of: readonly Case[]) =>
    `first ${share(of, (c) => isRight(c, 0)).toFixed(0)} %, within three ${share(of, (c) => [0, 1, 2].some((k) => isRight(c, k))).toFixed(0)} % of ${of.length}`;
  console.log(
    `${name}: ${line(true_)}; without a name ${line(true_.filter((c) => !hinted(c)))}; ` +
      `sure ${sure.length}, wrong ${share(sure, (c) => !isRight(c, 0)).toFixed(1)} %; ` +
      `proposed ${share(true_, (c) => c.guess.readings[0]!.share >= LIKELY).toFixed(0)} %; calibration error ${calibration.toFixed(3)}`,
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
    for (const [b, bin] of bins.entries())
      console.log(`  ${b / 10}: ${bin.length}, right ${share(bin, (c) => isRight(c, 0)).toFixed(0)} %`);
}
tell(
  "tuned on",
  all.filter((_, i) => i % 2 === 0),
);
tell(
  "held out",
  all.filter((_, i) => i % 2 === 1),
);
