import { useRouteLoaderData } from "react-router";
import type { SceneView } from "#app/jobs/sceneView";

/** The scene that the frame around this view has loaded. */
export function useScene(): SceneView {
  const view = useRouteLoaderData<SceneView>("routes/scenes/frame");
  if (!view) throw new Error("This view stands outside a scene.");
  return view;
}
