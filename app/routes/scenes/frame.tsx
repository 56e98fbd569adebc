import { CurrencyProvider } from "#ui/Currency";
import { lazy, Suspense, useEffect, useMemo, useRef, useState } from "react";
import {
  data,
  Outlet,
  redirect,
  useLocation,
  useNavigate,
  type ShouldRevalidateFunctionArgs,
  useRevalidator,
} from "react-router";
import type { Route } from "./+types/frame";
import { LengthProvider } from "#ui/LengthContext";
import { firstStart } from "#app/jobs/firstStart";
import { keep, takeBack } from "#app/jobs/keep";
import { settleRuns } from "#app/jobs/plateRuns";
import { sceneView } from "#app/jobs/sceneView";
import { stageList, stagePath } from "#app/stages";
import { useKeys } from "#app/hooks/useKeys";
import { Converter } from "#route/rule/Converter";
import { SlipContext } from "./Slip";
import { useTight } from "#app/hooks/useTight";
import { useMeanwhile } from "./useMeanwhile";
import { FrameHead } from "./FrameHead";
import { Spine } from "./Spine";
import { FrameFoot } from "./NextLine";
import type { RefObject } from "react";
import type { SceneView } from "#app/jobs/sceneView";

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

/** A plan that is being made again while another stage is opened is waited for there, not before it. */
let isBehind = false;

/**
 * A click on another stage never waits for a plan: what is there is drawn, and what has changed meanwhile is
 * asked for again on the page that was opened.
 */
export function shouldRevalidate({
  currentParams,
  nextParams,
  currentUrl,
  nextUrl,
  formMethod,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs): boolean {
  const isOtherPage = currentUrl.pathname !== nextUrl.pathname || currentUrl.search !== nextUrl.search;
  if (formMethod !== undefined || currentParams.sceneId !== nextParams.sceneId || !isOtherPage)
    return defaultShouldRevalidate;
  isBehind ||= defaultShouldRevalidate;
  return false;
}

/** Asks again for what was not waited for. */
function useCaughtUp() {
  const { pathname, search } = useLocation();
  const { revalidate } = useRevalidator();
  useEffect(() => {
    if (!isBehind) return;
    isBehind = false;
    void revalidate();
  }, [pathname, search, revalidate]);
}

const TourCard = lazy(() => import("./TourCard"));

/** The frame round every view of a scene: rule, spine, work, slip, next. */
export default function SceneFrame({ loaderData, params }: Route.ComponentProps) {
  const { input, plan, habits, timers, again } = loaderData;
  const { scene, workshop } = input;
  const [litMm, light] = useState<number | null>(null);
  const [slip, setSlip] = useState<HTMLElement | null>(null);
  const tight = useTight();
  // Until it is said otherwise, the slip gives way where there is little room.
  const [folds, setFolds] = useState<boolean | null>(null);
  const folded = folds ?? tight;
  const fold = () => setFolds(!folded);
  const [converting, setConverting] = useState(false);
  const [tour, setTour] = useState(false);
  const work = useRef<HTMLElement>(null);
  // The bench is one card with nothing beside it.
  useMeanwhile(loaderData);
  useCaughtUp();
  const benching = useLocation().pathname.endsWith("/bench");
  const lengths = useMemo(
    () => ({ denominator: scene.denominator, system: habits.lengthSystem, first: habits.lengthFirst, light }),
    [scene.denominator, habits],
  );
  useFrameKeys(params.sceneId, habits, work, { convert: () => setConverting(true), fold });
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
            <FrameHead
              tight={tight}
              scene={scene}
              plan={plan}
              system={habits.lengthSystem}
              litMm={litMm}
              setConverting={setConverting}
              fold={fold}
              folded={folded}
              tour={tour}
              setTour={setTour}
            />
            <Spine tight={tight} plan={plan} scene={scene} />
            <main className="work" id="work" ref={work} tabIndex={-1}>
              <Suspense>{tour && <TourCard view={loaderData} onEnd={() => setTour(false)} />}</Suspense>
              <Outlet />
            </main>
            <aside className="slip" id="slip" aria-label="Slip" ref={setSlip} tabIndex={0} />
            <FrameFoot input={input} plan={plan} again={again} timers={timers} />
          </div>
          <Converter open={converting} onOpenChange={setConverting} />
        </SlipContext>
      </CurrencyProvider>
    </LengthProvider>
  );
}

/** Keys that work on every view of a scene. */
function useFrameKeys(
  sceneId: string,
  habits: SceneView["habits"],
  work: RefObject<HTMLElement | null>,
  { convert, fold }: { readonly convert: () => void; readonly fold: () => void },
) {
  const navigate = useNavigate();
  const lengthFirst = habits.lengthFirst === "model" ? "real" : "model";
  useKeys({
    ...Object.fromEntries(
      stageList.map((s) => [`g ${s.key}`, () => void navigate(stagePath(sceneId, s.stage))]),
    ),
    "=": convert,
    r: () => void keep("Flip lengths", [{ table: "settings", put: { ...habits, lengthFirst } }]),
    u: () => void takeBack(),
    "]": fold,
    w: () => document.querySelector<HTMLElement>("#slip [data-working], main [data-working]")?.click(),
    "/": () => work.current?.querySelector<HTMLInputElement>("input[type=search]")?.focus(),
    n: () => work.current?.querySelector<HTMLElement>("[data-new]")?.click(),
    "?": () => void navigate("/help"),
  });
}
