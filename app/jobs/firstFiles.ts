/** Models chosen in the form of a new scene that is not made yet, and those of scenes that were. */
let chosen: readonly File[] = [];
const given = new Map<string, readonly File[]>();

/** What is chosen takes the place of what was; a form that is opened or left chooses nothing. */
export function chooseFirst(files: readonly File[]): void {
  chosen = files;
}

/** The scene was made: what was chosen is its own, and nobody else's. */
export function giveFirst(sceneId: string): void {
  given.set(sceneId, chosen);
  chosen = [];
}

/** @returns the models that came with a scene, once */
export function takeFirst(sceneId: string): readonly File[] {
  const files = given.get(sceneId) ?? [];
  given.delete(sceneId);
  return files;
}
