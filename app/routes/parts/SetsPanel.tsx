import { useMemo } from "react";
import { useSubmit } from "react-router";
import { moneyText } from "#core/money";
import {
  type PlannedSet,
  plannedSets,
  type SetQuestion,
  setQuestions,
  type SetWay,
} from "#core/plan/parts/partSets";
import { counted } from "#core/words";
import { useScene } from "#app/routes/scenes/useScene";
import { Button } from "#ui/Button";
import { durationText } from "#ui/Duration";
import { buttons, figures, PlainTable } from "#ui/PlainTable";

/** Drawings that can be printed in several ways: one of them is planned, the others stay beside it. */
export function SetsPanel() {
  const { input, plan } = useScene();
  const { scene, workshop } = input;
  const sets = useMemo(() => plannedSets(plan.parts, scene), [plan.parts, scene]);
  const questions = useMemo(() => setQuestions(plan.parts), [plan.parts]);
  return (
    <>
      {questions.length > 0 && (
        <section aria-labelledby="set-questions" className="grid gap-3">
          <h2 id="set-questions">One thing in several ways?</h2>
          <ul className="grid gap-2">
            {questions.map((q) => (
              <OneQuestion key={q.name} question={q} />
            ))}
          </ul>
        </section>
      )}
      {sets.length > 0 && (
        <section aria-labelledby="sets" className="grid gap-3">
          <h2 id="sets">Sets</h2>
          {sets.map((set) => (
            <OneSet key={set.name} set={set} currency={workshop.currency} />
          ))}
        </section>
      )}
    </>
  );
}

function OneQuestion({ question }: { readonly question: SetQuestion }) {
  const submit = useSubmit();
  const { name, bodies, ways } = question;
  const say = (way: string) => {
    const sets = JSON.stringify(bodies.map(({ part, set }) => ({ id: part.id, set })));
    void submit({ intent: "make-set", sets, name, way }, { method: "post" });
  };
  const leave = () =>
    void submit({ intent: "no-set", ids: bodies.map((b) => b.part.id).join(" ") }, { method: "post" });
  return (
    <li className="panel flex flex-wrap items-center gap-3">
      <p className="min-w-64 flex-1">
        {bodies.map((b) => b.part.name).join(", ")}: {counted(ways.length, "way", "ways")} to print one {name}
        ? Only the one that is tapped is planned.
      </p>
      {ways.map((way) => (
        <Button key={way} onClick={() => say(way)}>
          Print it {wayText(way)}
        </Button>
      ))}
      <Button kind="quiet" onClick={leave}>
        All are wanted
      </Button>
    </li>
  );
}

/** As it reads behind "print it". */
const wayText = (way: string) => (/^(with|on|without|alone|plain)\b/.test(way) ? way : `as ${way}`);

function OneSet({ set, currency }: { readonly set: PlannedSet; readonly currency: string }) {
  const submit = useSubmit();
  const choose = (way: string) => void submit({ intent: "set-way", name: set.name, way }, { method: "post" });
  const dissolve = () => void submit({ intent: "dissolve-set", name: set.name }, { method: "post" });
  return (
    <div className="panel grid gap-2">
      <div className="flex flex-wrap items-baseline gap-3">
        <h3>{set.name}</h3>
        <p className="text-[14px] text-ink-2">
          {set.chosen === null ? "every way is planned" : `printed ${wayText(set.chosen)}`}
        </p>
        <Button kind="quiet" className="ml-auto" onClick={dissolve}>
          Take the set apart
        </Button>
      </div>
      <PlainTable
        label={`Ways to print ${set.name}`}
        heads={[
          "way",
          "bodies",
          figures("pieces"),
          figures("machine"),
          figures("material"),
          buttons("choose"),
        ]}
      >
        {set.ways.map((way) => (
          <WayRow
            key={way.name}
            way={way}
            currency={currency}
            isChosen={way.name === set.chosen}
            choose={() => choose(way.name)}
          />
        ))}
      </PlainTable>
    </div>
  );
}

function WayRow({
  way,
  currency,
  isChosen,
  choose,
}: {
  readonly way: SetWay;
  readonly currency: string;
  readonly isChosen: boolean;
  readonly choose: () => void;
}) {
  return (
    <tr>
      <th scope="row">{way.name}</th>
      <td>{way.parts.map((p) => p.part.name).join(", ")}</td>
      <td className="num">{way.pieces}</td>
      <td className="num">{way.minutes === null ? "–" : durationText(way.minutes)}</td>
      <td className="num">{way.costMinor === null ? "–" : moneyText(way.costMinor, currency)}</td>
      <td>
        {isChosen ? (
          <b className="font-head text-verdigris">printed</b>
        ) : (
          <Button aria-label={`Print ${way.name}`} onClick={choose}>
            Print this
          </Button>
        )}
      </td>
    </tr>
  );
}
