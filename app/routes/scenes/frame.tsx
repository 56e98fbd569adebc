import { CurrencyProvider } from "#ui/Currency";
import { useMemo, useRef, useState } from "react";
import { data, Outlet, redirect, useLocation, useNavigate } from "react-router";
import type { Route } from "./+types/frame";
import { LengthProvider } from "#ui/LengthContext";
import { RuleBar } from "#ui/RuleBar";
import { firstStart } from "#app/jobs/firstStart";
import { keep, takeBack } from "#app/jobs/keep";
import { settleRuns } from "#app/jobs/plateRuns";
import { sceneView } from "#app/jobs/sceneView";
import { stageList, stagePath } from "#app/stages";
import { useKeys } from "#app/hooks/useKeys";
import { Converter } from "#route/rule/Converter";
import { TimerStrip } from "#route/bench/TimerStrip";
import { SlipContext } from "./Slip";
import { useTight } from "#app/hooks/useTight";
import { StageMenu } from "./StageMenu";
import { useMeanwhile } from "./useMeanwhile";
import { SceneName, FrameButtons } from "./FrameHead";
import { Spine } from "./Spine";
import { NextLine } from "./NextLine";

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
              <SceneName tight={tight} scene={scene} />
              {tight ? (
                <div className="grid content-center px-2">
                  <StageMenu sceneId={scene.id} readiness={plan.readiness} />
                </div>
              ) : (
                <RuleBar denominator={scene.denominator} system={habits.lengthSystem} litMm={litMm} />
              )}
              <FrameButtons setConverting={setConverting} fold={fold} folded={folded} />
            </header>
            <Spine tight={tight} plan={plan} scene={scene} />
            <main className="work" id="work" ref={work} tabIndex={-1}>
              <Outlet />
            </main>
            <aside className="slip" id="slip" aria-label="Slip" ref={setSlip} tabIndex={0} />
            <footer
              className="next flex items-center gap-3 overflow-hidden px-3.5"
              style={{ background: "var(--foot)", color: "var(--foot-ink)" }}
            >
              <span className="tape shrink-0">Next</span>
              <NextLine plan={plan} scene={scene} today={now.today} />
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
