import { Link } from "react-router";
import type { Route } from "./+types/help";
import { HowSure } from "./HowSure";
import { RuleReasons } from "./RuleReasons";
import { loadCalibration, loadExamples } from "./view";
import { bases } from "#core/figure";
import { BasisMark, basisWords } from "#ui/BasisMark";
import { stageList } from "#app/stages";

const keys = [
  ["=", "converter"],
  ["r", "model or real first"],
  ["w", "show working"],
  ["n", "new here"],
  ["/", "find"],
  ["u", "undo"],
  ["]", "slip"],
  ["?", "this page"],
] as const;
const benchKeys = [
  ["space", "done"],
  ["t", "timer"],
  ["x", "went wrong"],
  ["← →", "steps"],
] as const;
const orderKeys = [
  ["Enter", "select the step in focus"],
  ["Shift ← →", "move it, checked as it moves"],
  ["Enter", "let it go there"],
  ["Esc", "put it back"],
] as const;

export const clientLoader = async () => ({
  calibration: await loadCalibration(),
  examples: await loadExamples(),
});

export default function Help({ loaderData: { calibration, examples } }: Route.ComponentProps) {
  return (
    <div className="grid gap-6">
      <h1>Help</h1>
      <div className="grid gap-6 md:grid-cols-2 xl:grid-cols-3">
        <Bases />
        {calibration && <HowSure calibration={calibration} />}
        <KeyList title="Keys" keys={keys} />
        <KeyLists />
        <section className="panel">
          <h2 className="mb-2">How it is made</h2>
          <p>
            All parts of the interface on one page: <Link to="/help/components">components</Link>. Everything
            stays in this browser; nothing is sent anywhere. Take an archive now and then.
          </p>
        </section>
        <RuleReasons examples={examples} />
      </div>
    </div>
  );
}

function KeyList({
  title,
  keys: list,
}: {
  readonly title: string;
  readonly keys: readonly (readonly [key: string, what: string])[];
}) {
  return (
    <section className="panel">
      <h2 className="mb-2">{title}</h2>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1.5">
        {list.map(([k, what]) => (
          <div key={what} className="contents">
            <dt>
              <span className="kbd">{k}</span>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function KeyLists() {
  return (
    <>
      <section className="panel">
        <h2 className="mb-2">To a stage</h2>
        <dl className="grid grid-cols-[auto_1fr_auto_1fr] gap-x-3 gap-y-1.5">
          {stageList.map((s) => (
            <div key={s.stage} className="contents">
              <dt>
                <span className="kbd">g</span> <span className="kbd">{s.key}</span>
              </dt>
              <dd>{s.name}</dd>
            </div>
          ))}
        </dl>
      </section>
      <KeyList title="At the bench" keys={benchKeys} />
      <KeyList title="In the order of work" keys={orderKeys} />
      <WordList />
    </>
  );
}

function WordList() {
  return (
    <section className="panel">
      <h2 className="mb-2">What the words mean</h2>
      <dl className="grid gap-1.5 text-[14px]">
        {[
          ["ratio", "the scene's scale as 1:N; everything obeys it"],
          ["real, model", "a length in the world, and on the bench; every length here is both"],
          ["part, piece", "one thing in the scene; what it becomes when it must be cut"],
          ["plate, run", "one bed-load on one printer; one attempt at it"],
          ["layer step", "the terrace that a sloped face is printed as"],
          [
            "ruins, weakens, wastes, open",
            "what a problem does to the piece, or that something is not decided yet",
          ],
        ].map(([word, what]) => (
          <div key={word}>
            <dt className="font-semibold">{word}</dt>
            <dd className="text-ink-2">{what}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Bases() {
  return (
    <section className="panel">
      <h2 className="mb-2">Where a figure comes from</h2>
      <ul className="grid gap-1.5">
        {bases.map((b) => (
          <li key={b}>
            <BasisMark basis={b} /> {basisWords[b]}
          </li>
        ))}
      </ul>
      <p className="mt-2 text-[14px] text-ink-2">
        A range holds 8 times out of 10. Any figure with a mark opens to its arithmetic.
      </p>
    </section>
  );
}
