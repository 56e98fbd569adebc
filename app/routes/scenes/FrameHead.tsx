import { ArrowLeftRight, CircleHelp, Moon, PanelRight, Undo2 } from "lucide-react";
import { Link } from "react-router";
import { ratioText } from "#core/scale/ratio";
import { takeBack } from "#app/jobs/keep";
import { stagePath } from "#app/stages";
import { toggleTheme } from "#app/theme";
import type { Scene } from "#core/scene/scene";
import type { Plan } from "#core/plan/plan";
import { RuleBar } from "#ui/RuleBar";
import { StageMenu } from "./StageMenu";

/** The scale, and the way back to all scenes. */
export function SceneName({ tight, scene }: { readonly tight: boolean; readonly scene: Scene }) {
  return (
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
  );
}

/** Converter, undo, theme, slip and help. */
export function FrameButtons({
  setConverting,
  fold,
  folded,
}: {
  readonly setConverting: (value: boolean) => void;
  readonly fold: () => void;
  readonly folded: boolean;
}) {
  return (
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
  );
}
/** Scale, rule and buttons over every view; where there is little room, a menu of stages. */
export function FrameHead({
  tight,
  scene,
  plan,
  system,
  litMm,
  setConverting,
  fold,
  folded,
}: {
  readonly tight: boolean;
  readonly scene: Scene;
  readonly plan: Plan;
  readonly system: "metric" | "inch";
  readonly litMm: number | null;
  readonly setConverting: (value: boolean) => void;
  readonly fold: () => void;
  readonly folded: boolean;
}) {
  return (
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
        <RuleBar denominator={scene.denominator} system={system} litMm={litMm} />
      )}
      <FrameButtons setConverting={setConverting} fold={fold} folded={folded} />
    </header>
  );
}
