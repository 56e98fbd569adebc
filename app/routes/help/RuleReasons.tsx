import { useState } from "react";
import { orderRules } from "#core/order/rules";
import type { RuleExample } from "#core/plan/order/ruleExamples";
import { durationText } from "#ui/Duration";
import { Field } from "#ui/Field";
import { type ToldRule, toldRules } from "./view";

/** Every rule of the order with its reason, and a picture of what it does in the demo. */
export function RuleReasons({ examples }: { readonly examples: readonly RuleExample[] }) {
  const [looked, setLooked] = useState("");
  const rules = toldRules(orderRules, examples, looked);
  return (
    <section className="panel grid gap-3 md:col-span-2 xl:col-span-3" aria-labelledby="rule-reasons">
      <h2 id="rule-reasons">Why this comes before that</h2>
      <p className="text-[14px] text-ink-2">
        Rules of the order are common practice of the trade. The pictures are of the demo: what comes first,
        how long it waits, what may follow.
      </p>
      <div className="w-72">
        <Field
          label="Only rules with"
          name="rule"
          value={looked}
          onChange={(e) => setLooked(e.target.value)}
          placeholder="varnish, alcohol, O12"
        />
      </div>
      <ul className="grid gap-x-6 gap-y-4 lg:grid-cols-2">
        {rules.map((r) => (
          <OneRule key={r.id} rule={r} />
        ))}
      </ul>
      {rules.length === 0 && <p>No rule says that.</p>}
    </section>
  );
}

const OneRule = ({ rule: { id, says, because, example } }: { readonly rule: ToldRule }) => (
  <li className="grid content-start gap-1.5 border-t border-primer-3 pt-2">
    <p>
      <b className="font-head">{id}</b> {says}
    </p>
    <p className="text-[14px] text-ink-2">{because}</p>
    {example && <Pair example={example} />}
  </li>
);

/** Two steps as the lanes draw them, with the wait between. */
function Pair({ example: { before, after, on, waitMinutes } }: { readonly example: RuleExample }) {
  const wait = waitMinutes > 0 ? `${durationText(waitMinutes)} later` : "then";
  return (
    <div
      role="img"
      aria-label={`${on}: ${before}, ${wait}: ${after}`}
      className="flex flex-wrap items-stretch"
    >
      <span className="max-w-52 bg-slate-blue px-2 py-1 text-[13px] text-primer-1">{before}</span>
      <span className="grid min-w-20 content-center px-1 text-center text-[12px] text-ink-2">
        {wait}
        <span className="block border-t-2 border-dashed border-ink-2" />
      </span>
      <span className="max-w-52 bg-verdigris px-2 py-1 text-[13px] text-primer-1">{after}</span>
      <span className="self-center pl-2 text-[12px] text-ink-2">{on}</span>
    </div>
  );
}
