import type { MeshMeasurement } from "#core/mesh/measure";
import type { FilamentWork } from "#core/print/filamentWork";
import type { HollowShell } from "#core/print/resinEstimate";
import type { Lay } from "#core/print/wayUp";
import type { AcceptedPlan } from "#core/scene/acceptedPlan";
import type { Ground } from "#core/scene/ground";
import type { Joint } from "#core/scene/joint";
import type { LedgerRow } from "#core/scene/ledger";
import type { Part } from "#core/scene/part";
import type { Pin } from "#core/scene/pin";
import type { PlateGcode } from "#core/scene/plateGcode";
import type { PlateLayout } from "#core/scene/plateLayout";
import type { PlateRun } from "#core/scene/plateRun";
import type { Scene } from "#core/scene/scene";
import type { StepRecord } from "#core/scene/stepRecord";
import type { ZoneMeasure } from "#core/zones/zoneMeasure";
import type { Workshop } from "#core/scene/workshop";

/**
 * Results that took long to work out, by a key of everything they depend on. What is not there is reckoned,
 * and said to
 * be. Always safe to throw away.
 */
export type Derived = {
  readonly works: ReadonlyMap<string, FilamentWork>;
  readonly shells: ReadonlyMap<string, HollowShell>;
  /** Ways to lay a mesh, best first. */
  readonly ways: ReadonlyMap<string, readonly Lay[]>;
  /** What the zones of a mesh come to, by its id, where the builder parted it. */
  readonly zones: ReadonlyMap<string, MeshZones>;
};

/** The zones of one mesh in a scene, as measured; `stamp` is another one for every change of their map. */
export type MeshZones = { readonly stamp: string; readonly measures: readonly ZoneMeasure[] };

export const nothingDerived: Derived = {
  works: new Map(),
  shells: new Map(),
  ways: new Map(),
  zones: new Map(),
};

/** Everything one scene's plan is computed from. `now` is in the builder's own day and clock. */
export type PlanInput = {
  readonly scene: Scene;
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
  readonly grounds: readonly Ground[];
  readonly ledger: readonly LedgerRow[];
  readonly layouts: readonly PlateLayout[];
  readonly runs: readonly PlateRun[];
  readonly gcodes: readonly PlateGcode[];
  readonly pins: readonly Pin[];
  readonly records: readonly StepRecord[];
  readonly accepted: AcceptedPlan | null;
  readonly workshop: Workshop;
  /** By the mesh's id, with its pose where it lies otherwise than drawn: see `posedId`. */
  readonly measurements: ReadonlyMap<string, MeshMeasurement>;
  readonly derived: Derived;
  readonly now: {
    readonly today: string;
    readonly minute: number;
    /** The same moment, milliseconds since 1970. */ readonly ms: number;
  };
};

/** A scene with its rows and nothing else. */
export const planInputOf = (
  given: Pick<PlanInput, "scene" | "workshop" | "now"> & Partial<PlanInput>,
): PlanInput => ({
  parts: [],
  joints: [],
  grounds: [],
  ledger: [],
  layouts: [],
  runs: [],
  gcodes: [],
  pins: [],
  records: [],
  accepted: null,
  measurements: new Map(),
  derived: nothingDerived,
  ...given,
});
