import { newPart, noOrigin } from "#core/plan/newPart";
import { newScene } from "#core/plan/newScene";
import type { Part, Scene } from "#core/plan/sceneData";
import { type Database, openDatabase } from "#data/db";

/** A database of its own for one test. */
export const freshDatabase = (): Database => openDatabase(`test-${crypto.randomUUID()}`);

export const testScene = (given: Partial<Scene> = {}): Scene => newScene({ id: "scene-1", name: "Trial", denominator: 72, ratioSaid: "1 to 72", startOn: "2026-03-02", createdAt: "2026-03-01T10:00", changedAt: "2026-03-01T10:00", ...given });

export const testPart = (given: Partial<Part> = {}): Part => newPart({ id: "part-1", sceneId: "scene-1", name: "wall", source: { kind: "full" }, origin: { ...noOrigin, fileName: "wall.stl" }, ...given });
