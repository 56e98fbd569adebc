import { Circle, CircleDot, Diamond, TriangleAlert } from "lucide-react";
import { type ReactNode, useMemo, useState } from "react";
import { stakeTogether } from "#core/plan/stakes";
import type { Finding, FindingSeverity, Mend, Stake } from "#core/plan/finding";
import { findingGroups, type FindingGroup, isGroup } from "#core/plan/findingGroups";
import { useCurrency } from "#ui/Currency";
import { stakeText } from "./stakeText";
import { useGrown } from "#ui/Grown";

const look: Record<FindingSeverity, { word: string; colour: string; icon: ReactNode }> = {
  ruins: {
    word: "ruins",
    colour: "text-oxide",
    icon: <TriangleAlert size={15} strokeWidth={1.75} aria-hidden />,
  },
  weakens: {
    word: "weakens",
    colour: "text-ochre",
    icon: <Diamond size={15} strokeWidth={1.75} aria-hidden />,
  },
  wastes: {
    word: "wastes",
    colour: "text-ochre",
    icon: <CircleDot size={15} strokeWidth={1.75} aria-hidden />,
  },
  missing: { word: "open", colour: "text-ink-2", icon: <Circle size={15} strokeWidth={1.75} aria-hidden /> },
};

export const SeverityMark = ({ severity }: { severity: FindingSeverity }) => (
  <span className={`inline-flex items-center gap-1 font-head font-semibold ${look[severity].colour}`}>
    {look[severity].icon}
    {look[severity].word}
  </span>
);

/** So many that ruin something are opened by themselves. */
const OPENED = 5;
/** Named on the line of a group. */
const NAMED = 24;
/** Drawn before the list is scrolled. */
const FIRST = 60;

/** Findings, worst first; each with its mends and a link to where it is mended. */
export function FindingList({
  findings,
  link,
  onMend,
  onMendAll,
  empty,
}: {
  findings: readonly Finding[];
  link?: (finding: Finding) => ReactNode;
  onMend?: (finding: Finding, mend: Mend) => void;
  onMendAll?: (group: FindingGroup) => void;
  empty?: string;
}) {
  const shown = useMemo(() => findingGroups(findings), [findings]);
  const { drawn, below } = useGrown(shown, FIRST);
  if (findings.length === 0) return empty ? <p className="text-ink-2">{empty}</p> : null;
  return (
    <div className="grid gap-2">
      <ul className="grid gap-2">
        {drawn.map((f) =>
          isGroup(f) ? (
            <Alike key={f.id} group={f} link={link} onMend={onMend} onMendAll={onMendAll} />
          ) : (
            <OneFinding key={f.id} f={f} link={link} onMend={onMend} />
          ),
        )}
      </ul>
      {below}
    </div>
  );
}

/** Findings of one cause as one, opened to each. */
function Alike({
  group: { headline, findings, mendAll },
  group,
  link,
  onMend,
  onMendAll,
}: {
  readonly group: FindingGroup;
  readonly link: ((finding: Finding) => ReactNode) | undefined;
  readonly onMend: ((finding: Finding, mend: Mend) => void) | undefined;
  readonly onMendAll: ((group: FindingGroup) => void) | undefined;
}) {
  const [first] = findings;
  const [isOpen, setOpen] = useState(first!.severity === "ruins" && findings.length <= OPENED);
  return (
    <li className={`border-l-4 bg-primer-2 px-3 py-2.5 text-ink ${edgeOf(first!)}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <SeverityMark severity={first!.severity} />
        <AtStake stake={stakeTogether(findings)} />
      </div>
      <details className="mt-0.5" open={isOpen} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary className="font-semibold">{headline}</summary>
        <p className="text-[14px] text-ink-2">{namesOf(findings)}</p>
        {isOpen && <Each findings={findings} link={link} onMend={onMend} />}
      </details>
      {mendAll && onMendAll && (
        <button
          type="button"
          className="button mt-1.5 !min-h-8 !text-[14px]"
          onClick={() => onMendAll(group)}
        >
          {mendAll.label}: all {findings.length}
        </button>
      )}
    </li>
  );
}

/** Names of the first, and how many there are besides. */
function namesOf(findings: readonly Finding[]): string {
  const names = findings.slice(0, NAMED).map((f) => f.name);
  const rest = findings.length - names.length;
  return `${names.join(", ")}${rest > 0 ? ` and ${rest} more` : ""}`;
}

function Each({
  findings,
  link,
  onMend,
}: {
  readonly findings: readonly Finding[];
  readonly link: ((finding: Finding) => ReactNode) | undefined;
  readonly onMend: ((finding: Finding, mend: Mend) => void) | undefined;
}) {
  const { drawn, below } = useGrown(findings, OPENED * 4);
  return (
    <div className="mt-2 grid gap-2">
      <ul className="grid gap-2">
        {drawn.map((f) => (
          <OneFinding key={f.id} f={f} link={link} onMend={onMend} />
        ))}
      </ul>
      {below}
    </div>
  );
}

const edgeOf = ({ severity }: Finding) =>
  severity === "ruins" ? "border-oxide" : severity === "missing" ? "border-ink-2" : "border-ochre";

/** What would have to be made again. */
function AtStake({ stake }: { readonly stake: Stake | null }) {
  const currency = useCurrency();
  const text = stake && stakeText(stake, currency);
  return text ? <span className="text-[13px] text-ink-2">at stake: {text}</span> : null;
}

function OneFinding({
  f,
  link,
  onMend,
}: {
  readonly f: Finding;
  readonly link: ((finding: Finding) => ReactNode) | undefined;
  readonly onMend: ((finding: Finding, mend: Mend) => void) | undefined;
}) {
  return (
    <li className={`border-l-4 bg-primer-2 px-3 py-2.5 text-ink ${edgeOf(f)}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <SeverityMark severity={f.severity} />
        <AtStake stake={f.stake ?? null} />
        <span className="grow" />
        {link?.(f)}
      </div>
      <p className="mt-0.5">{f.sentence}</p>
      {onMend && f.mends.length > 0 && (
        <div className="mt-1.5 flex flex-wrap gap-2">
          {f.mends.map((mend) => (
            <button
              key={mend.label}
              type="button"
              className="button !min-h-8 !text-[14px]"
              onClick={() => onMend(f, mend)}
            >
              {mend.label}
            </button>
          ))}
        </div>
      )}
    </li>
  );
}
