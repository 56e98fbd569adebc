import type { ZonePlan } from "#core/plan/parts/partPlan";
import { useFetcher } from "react-router";
import { afterPrimer, isSeen, meanings, type Zone } from "#core/scene/zone";
import { grades, resinColours } from "#core/surface/grades";
import { surfaceSchools } from "#core/surface/treatments";
import { AreaStrip } from "#route/surface/LayerDrawing";
import { FigureView } from "#ui/FigureView";
import { Button } from "#ui/Button";
import { tintCss } from "#app/ui/tints";
import { cm2Words, paintWords, realWords, type ZoneRow } from "./view";

/** The zones of a part as tape labels: what they are, how large, how they look and what is done to them. */
export function ZoneTable({
  rows,
  denominator,
  chosen,
  choose,
  drop,
  isPrimed = false,
}: {
  /** Its primer is on: what is seen of its layers can be told. */
  readonly isPrimed?: boolean;
  readonly rows: readonly ZoneRow[];
  readonly denominator: number;
  readonly chosen: number | null;
  readonly choose: (number: number | null) => void;
  readonly drop: ((zone: Zone) => void) | null;
}) {
  return (
    <ul className="grid gap-2" aria-label="Zones">
      {rows.map((row) => (
        <ZoneItem
          key={row.plan.zone.number}
          row={row}
          denominator={denominator}
          isChosen={row.plan.zone.number === chosen}
          choose={choose}
          drop={rows.length > 1 ? drop : null}
          isPrimed={isPrimed}
        />
      ))}
    </ul>
  );
}

function ZoneItem({
  row: { plan, cm2, minutes, carved },
  denominator,
  isChosen,
  choose,
  drop,
  isPrimed,
}: {
  readonly isPrimed: boolean;
  readonly row: ZoneRow;
  readonly denominator: number;
  readonly isChosen: boolean;
  readonly choose: (number: number | null) => void;
  readonly drop: ((zone: Zone) => void) | null;
}) {
  const { zone, surface } = plan;
  return (
    <li
      className="grid gap-1 rounded-cut border border-primer-3 bg-primer-1 p-2 data-[chosen]:border-ink"
      data-chosen={isChosen ? true : undefined}
    >
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="size-9 shrink-0 rounded-cut border border-ink-2"
          style={{ background: tintCss(zone.number) }}
          aria-pressed={isChosen}
          aria-label={`Show ${zone.name}`}
          onClick={() => choose(isChosen ? null : zone.number)}
        />
        <ZoneName zone={zone} />
        <span className="figures ml-auto shrink-0 text-right text-[14px] leading-tight">
          {cm2Words(cm2)}
          <span className="block text-[12px] text-ink-2">{realWords(cm2, denominator)}</span>
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-2 text-[14px]">
        <MeaningChoice zone={zone} />
        {surface && isSeen(zone) && zone.meaning !== "clear" && (
          <>
            <WayChoice plan={plan} />
            <GradeChoice plan={plan} />
          </>
        )}
        {drop && <TakeAway zone={zone} drop={drop} />}
      </div>
      <div className="flex flex-wrap items-center gap-x-3 text-[14px]">
        {surface && <AreaStrip surface={surface} />}
        <span className="text-ink-2">{paintWords(plan)}</span>
        {minutes && <FigureView figure={minutes} label={`${zone.name}: hands, all copies`} />}
      </div>
      {(isPrimed || zone.after) && isSeen(zone) && surface && <AfterPrimer zone={zone} />}
      {carved.length > 0 && <p className="text-[13px] text-ink-2">{carved.join(" · ")}</p>}
    </li>
  );
}

const TakeAway = ({ zone, drop }: { readonly zone: Zone; readonly drop: (zone: Zone) => void }) => (
  <Button
    kind="quiet"
    className="!min-h-8 ml-auto !px-2"
    aria-label={`Take away ${zone.name}`}
    onClick={() => drop(zone)}
  >
    Take away
  </Button>
);

/** The name, kept when it is left. */
function ZoneName({ zone }: { readonly zone: Zone }) {
  const fetcher = useFetcher();
  return (
    <input
      key={zone.name}
      className="input !w-36 grow font-head font-semibold"
      aria-label={`Name of ${zone.name}`}
      defaultValue={zone.name}
      maxLength={120}
      onBlur={(e) => {
        const name = e.currentTarget.value.trim();
        if (name === "" || name === zone.name) e.currentTarget.value = zone.name;
        else void fetcher.submit({ intent: "name", zone: zone.number, name }, { method: "post" });
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter") e.currentTarget.blur();
      }}
    />
  );
}

/** What is seen of its layers after the first primer, under a lamp from the side; the next round is for what shows. */
function AfterPrimer({ zone }: { readonly zone: Zone }) {
  const fetcher = useFetcher();
  return (
    <div
      role="group"
      aria-label={`Layers of ${zone.name} after the primer`}
      className="flex flex-wrap items-center gap-1 text-[14px]"
    >
      <span className="text-ink-2">after the primer, in side light:</span>
      {afterPrimer.map((after) => (
        <Button
          key={after}
          kind={zone.after === after ? "main" : "plain"}
          className="!min-h-8 !px-2"
          aria-pressed={zone.after === after}
          onClick={() =>
            void fetcher.submit(
              { intent: "after", zone: zone.number, after: zone.after === after ? "" : after },
              { method: "post" },
            )
          }
        >
          {after}
        </Button>
      ))}
    </div>
  );
}

function MeaningChoice({ zone }: { readonly zone: Zone }) {
  const fetcher = useFetcher();
  return (
    <select
      className="input !w-28"
      aria-label={`What ${zone.name} is`}
      value={zone.meaning ?? ""}
      onChange={(e) =>
        void fetcher.submit(
          { intent: "meaning", zone: zone.number, meaning: e.currentTarget.value },
          { method: "post" },
        )
      }
    >
      <option value="">it is…</option>
      {meanings.map((m) => (
        <option key={m} value={m}>
          {m}
        </option>
      ))}
    </select>
  );
}

/** How well it is finished, where that is not left to what comes over it; and the resin that levels it. */
function GradeChoice({ plan: { zone, treatment } }: { readonly plan: ZonePlan }) {
  const fetcher = useFetcher();
  const send = (intent: string, value: string) =>
    void fetcher.submit({ intent, zone: zone.number, [intent]: value }, { method: "post" });
  return (
    <>
      <select
        className="input !w-32"
        aria-label={`How well ${zone.name} is finished`}
        value={zone.grade ?? ""}
        onChange={(e) => send("grade", e.currentTarget.value)}
      >
        <option value="">by what covers it</option>
        {grades.map((g) => (
          <option key={g} value={g}>
            {gradeWords[g]}
          </option>
        ))}
      </select>
      {treatment?.school === "level in resin" && (
        <select
          className="input !w-28"
          aria-label={`Resin that levels ${zone.name}`}
          value={zone.resin ?? "clear"}
          onChange={(e) => send("resin", e.currentTarget.value)}
        >
          {resinColours.map((c) => (
            <option key={c} value={c}>
              {c} resin
            </option>
          ))}
        </select>
      )}
    </>
  );
}

const gradeWords = { show: "for show", rough: "rough", none: "not at all" } as const;

function WayChoice({ plan: { zone, treatment } }: { readonly plan: ZonePlan }) {
  const fetcher = useFetcher();
  return (
    <select
      className="input !w-32"
      aria-label={`Way of finishing ${zone.name}`}
      value={zone.school ?? ""}
      onChange={(e) =>
        void fetcher.submit(
          { intent: "school", zone: zone.number, school: e.currentTarget.value },
          { method: "post" },
        )
      }
    >
      <option value="">the scene's: {treatment?.school ?? "none"}</option>
      {surfaceSchools.map((s) => (
        <option key={s} value={s}>
          {s}
        </option>
      ))}
    </select>
  );
}
