import { redirect } from "react-router";
import { DEMO_SCENE, firstStart } from "#app/jobs/firstStart";

/** The first start opens on the demo; every later one on the list of scenes. */
export async function clientLoader() {
  return redirect((await firstStart()) === "demo" ? `/scenes/${DEMO_SCENE}` : "/scenes");
}

export default function Start() {
  return null;
}
