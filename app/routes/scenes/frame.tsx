import { CurrencyProvider } from "#ui/Currency";
import { ArrowLeftRight, CircleHelp, Moon, PanelRight, Undo2 } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import { data, Link, NavLink, Outlet, redirect, useLocation, useNavigate } from "react-router";
import type { Route } from "./+types/frame";
import { ratioText } from "#core/scale/ratio";
import { LengthProvider } from "#ui/LengthContext";
import { RuleBar } from "#ui/RuleBar";
import { momentText } from "#app/clock";
import { firstStart } from "#app/jobs/firstStart";
import { keep, takeBack } from "#app/jobs/keep";
import { settleRuns } from "#app/jobs/plateRuns";
import { sceneView } from "#app/jobs/sceneView";
import { stageList, stagePath } from "#app/stages";
import { toggleTheme } from "#app/theme";
import { useKeys } from "#app/hooks/useKeys";
import { Converter } from "#route/rule/Converter";
import { TimerStrip } from "#route/bench/TimerStrip";
import { SlipContext } from "./Slip";
import { useTight } from "#app/hooks/useTight";
import { StageMenu } from "./StageMenu";
import { useMeanwhile } from "./useMeanwhile";

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  await settleRuns();
  let view = await sceneView(params.sceneId);
  // An address that was kept may be the first thing that a browser opens, or the first after it was cleared.
  if (!view) {
    if ((await firstStart()) === "cleared") throw redirect("/scenes");
    view = await sceneView(params.sceneId);
  }
  if (!view) throw data("No such scene", { status: 404 });
  return view;
}

/** The frame round every view of a scene: rule, spine, work, slip, next. */
export default function SceneFrame({ loaderData, params }: Route.ComponentProps) {
  const {
    input: { scene, now, workshop },
    plan,
    habits,
    timers,
    again,
  } = loaderData;
  const [litMm, light] = useState<number | null>(null);
  const [slip, setSlip] = useState<HTMLElement | null>(null);
  const tight = useTight();
  // Until it is said otherwise, the slip gives way where there is little room.
  const [folds, setFolds] = useState<boolean | null>(null);
  const folded = folds ?? tight;
  const fold = () => setFolds(!folded);
  const [converting, setConverting] = useState(false);
  const work = useRef<HTMLElement>(null);
  const navigate = useNavigate();
  // The bench is one card with nothing beside it.
  useMeanwhile(loaderData);
  const benching = useLocation().pathname.endsWith("/bench");
  const lengths = useMemo(
    () => ({ denominator: scene.denominator, system: habits.lengthSystem, first: habits.lengthFirst, light }),
    [scene.denominator, habits],
  );
  const lengthFirst = habits.lengthFirst === "model" ? "real" : "model";
  const flip = () => void keep("Flip lengths", [{ table: "settings", put: { ...habits, lengthFirst } }]);
  useKeys({
    ...Object.fromEntries(
      stageList.map((s) => [`g ${s.key}`, () => void navigate(stagePath(params.sceneId, s.stage))]),
    ),
    "=": () => setConverting(true),
    r: flip,
    u: () => void takeBack(),
    "]": fold,
    w: () => document.querySelector<HTMLElement>("#slip [data-working], main [data-working]")?.click(),
    "/": () => work.current?.querySelector<HTMLInputElement>("input[type=search]")?.focus(),
    n: () => work.current?.querySelector<HTMLElement>("[data-new]")?.click(),
    "?": () => void navigate("/help"),
  });
  const slot = plan.work.schedule.slots[0];
  const next = slot && plan.work.steps.find((s) => s.id === slot.stepId);
  const run = plan.runs.find((r) => plan.plates.some((p) => p.id === r.plateId && !p.running));
  const runFirst = run && (!slot || run.setupAt < slot.startsAt);
  const plate = run && plan.plates.find((p) => p.id === run.plateId);
  return (
    <LengthProvider value={lengths}>
      <CurrencyProvider value={workshop.currency}>
        <SlipContext value={slip}>
          <div className="frame" data-slip={folded || benching ? "folded" : "open"}>
            <a
              href="#work"
              className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-tape focus:p-2 focus:text-tape-ink"
            >
              To the work
            </a>
            <header
              style={{ gridArea: "rule" }}
              className={`grid border-b border-primer-3 bg-primer-1 ${tight ? "grid-cols-[auto_minmax(0,1fr)_auto]" : "grid-cols-[196px_minmax(0,1fr)_auto] max-lg:grid-cols-[150px_minmax(0,1fr)_auto]"}`}
            >
              <div className={`border-r border-primer-3 ${tight ? "px-2 py-1.5" : "px-3.5 py-2"}`}>
                <Link
                  to={stagePath(scene.id, "rule")}
                  className="font-head text-[25px] leading-none font-semibold no-underline"
                  aria-label={`Scale ${ratioText(scene.denominator)}, change it`}
                >
                  {ratioText(scene.denominator)}
                </Link>
                {!tight && (
                  <p className="truncate text-[13px] text-ink-2">
                    <Link to="/scenes" className="underline decoration-primer-3">
                      Scenes
                    </Link>{" "}
                    / {scene.name}
                  </p>
                )}
              </div>
              {tight ? (
                <div className="grid content-center px-2">
                  <StageMenu sceneId={scene.id} readiness={plan.readiness} />
                </div>
              ) : (
                <RuleBar denominator={scene.denominator} system={habits.lengthSystem} litMm={litMm} />
              )}
              <div className="flex flex-wrap content-center items-center border-l border-primer-3 px-1.5">
                <button
                  type="button"
                  className="button !px-2"
                  data-kind="quiet"
                  onClick={() => setConverting(true)}
                  title="Converter (=)"
                >
                  <ArrowLeftRight size={16} strokeWidth={1.75} aria-hidden />
                  <span className="max-lg:sr-only">Convert</span>
                </button>
                <button
                  type="button"
                  className="button !px-2"
                  data-kind="quiet"
                  onClick={() => void takeBack()}
                  title="Undo (u)"
                >
                  <Undo2 size={16} strokeWidth={1.75} aria-hidden />
                  <span className="max-lg:sr-only">Undo</span>
                </button>
                <button
                  type="button"
                  className="button !px-2"
                  data-kind="quiet"
                  onClick={toggleTheme}
                  title="Light or evening"
                >
                  <Moon size={16} strokeWidth={1.75} aria-hidden />
                  <span className="sr-only">Light or evening</span>
                </button>
                <button
                  type="button"
                  className="button !px-2"
                  data-kind="quiet"
                  onClick={fold}
                  aria-pressed={!folded}
                  title="Slip (])"
                >
                  <PanelRight size={16} strokeWidth={1.75} aria-hidden />
                  <span className="sr-only">Slip</span>
                </button>
                <Link to="/help" className="button !px-2" data-kind="quiet" title="Keys (?)">
                  <CircleHelp size={16} strokeWidth={1.75} aria-hidden />
                  <span className="sr-only">Keys</span>
                </Link>
              </div>
            </header>
            <nav className="spine max-lg:flex" aria-label="Stages" hidden={tight}>
              {stageList.map((s, i) => {
                const ready = plan.readiness[s.stage];
                const share = ready.of === 0 ? 0 : ready.settled / ready.of;
                return (
                  <NavLink
                    key={s.stage}
                    to={stagePath(scene.id, s.stage)}
                    end={s.stage === "lay"}
                    className="stage-link"
                  >
                    <span className="flex items-baseline gap-1.5">
                      <span className="text-[12px] text-ink-2 max-lg:hidden">{i + 1}</span>
                      <span className="text-[16px] font-semibold max-lg:text-[15px]">{s.name}</span>
                      {ready.findings > 0 && (
                        <span className="ml-auto text-[13px] font-semibold text-ink">
                          <span className="sr-only">, problems: </span>
                          {ready.findings}
                        </span>
                      )}
                    </span>
                    <span aria-hidden="true" className="mt-1.5 block h-1 bg-primer-3">
                      <span
                        className="block h-full bg-verdigris"
                        style={{ width: `${Math.round(100 * share)}%` }}
                      />
                    </span>
                  </NavLink>
                );
              })}
            </nav>
            <main className="work" id="work" ref={work} tabIndex={-1}>
              <Outlet />
            </main>
            <aside className="slip" id="slip" aria-label="Slip" ref={setSlip} tabIndex={0} />
            <footer
              className="next flex items-center gap-3 overflow-hidden px-3.5"
              style={{ background: "var(--foot)", color: "var(--foot-ink)" }}
            >
              <span className="tape shrink-0">Next</span>
              <span className="truncate">
                {runFirst && plate ? (
                  <Link to={stagePath(scene.id, "plates")} className="no-underline">
                    Start plate {plate.number} on {plate.printer.name}, {momentText(now.today, run.setupAt)}
                  </Link>
                ) : next ? (
                  <Link to={stagePath(scene.id, "bench")} className="no-underline">
                    {next.title}: {next.onWhat}, {momentText(now.today, slot.startsAt)}, at the {next.place}
                  </Link>
                ) : plan.parts.length === 0 ? (
                  <Link to={stagePath(scene.id, "parts")}>Add your models</Link>
                ) : (
                  "Nothing left to do here."
                )}
              </span>
              <span className="ml-auto flex shrink-0 items-center gap-3">
                {again && <span aria-live="polite">As of earlier; being made again</span>}
                <TimerStrip timers={timers} />
              </span>
            </footer>
          </div>
          <Converter open={converting} onOpenChange={setConverting} />
        </SlipContext>
      </CurrencyProvider>
    </LengthProvider>
  );
}
