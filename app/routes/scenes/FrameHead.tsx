import { ArrowLeftRight, CircleHelp, Lightbulb, Moon, PanelRight, Undo2 } from "lucide-react";
import type { ReactNode } from "react";
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
  tour,
  setTour,
}: {
  readonly setConverting: (value: boolean) => void;
  readonly fold: () => void;
  readonly folded: boolean;
  readonly tour: boolean;
  readonly setTour: (on: boolean) => void;
}) {
  const icon = { size: 16, strokeWidth: 1.75, "aria-hidden": true } as const;
  return (
    <div className="flex flex-wrap content-center items-center border-l border-primer-3 px-1.5">
      <HeadButton title="Converter (=)" name="Convert" shown onClick={() => setConverting(true)}>
        <ArrowLeftRight {...icon} />
      </HeadButton>
      <HeadButton title="Undo (u)" name="Undo" shown onClick={() => void takeBack()}>
        <Undo2 {...icon} />
      </HeadButton>
      <HeadButton
        title="Tour: what each stage teaches on your own parts"
        name="Tour"
        pressed={tour}
        onClick={() => setTour(!tour)}
      >
        <Lightbulb {...icon} />
      </HeadButton>
      <HeadButton title="Light or evening" name="Light or evening" onClick={toggleTheme}>
        <Moon {...icon} />
      </HeadButton>
      <HeadButton title="Slip (])" name="Slip" pressed={!folded} onClick={fold}>
        <PanelRight {...icon} />
      </HeadButton>
      <Link to="/help" className="button !px-2" data-kind="quiet" title="Keys (?)">
        <CircleHelp {...icon} />
        <span className="sr-only">Keys</span>
      </Link>
    </div>
  );
}

/** A quiet button with an icon; its name is shown where there is room for it, or only told. */
function HeadButton({
  title,
  name,
  shown = false,
  pressed,
  onClick,
  children,
}: {
  readonly title: string;
  readonly name: string;
  readonly shown?: boolean;
  readonly pressed?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="button !px-2"
      data-kind="quiet"
      onClick={onClick}
      aria-pressed={pressed}
      title={title}
    >
      {children}
      <span className={shown ? "max-lg:sr-only" : "sr-only"}>{name}</span>
    </button>
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
  tour,
  setTour,
}: {
  readonly tight: boolean;
  readonly scene: Scene;
  readonly plan: Plan;
  readonly system: "metric" | "inch";
  readonly litMm: number | null;
  readonly setConverting: (value: boolean) => void;
  readonly fold: () => void;
  readonly folded: boolean;
  readonly tour: boolean;
  readonly setTour: (on: boolean) => void;
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
      <FrameButtons setConverting={setConverting} fold={fold} folded={folded} tour={tour} setTour={setTour} />
    </header>
  );
}
