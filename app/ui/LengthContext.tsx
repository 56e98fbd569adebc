import { createContext, useContext } from "react";
import type { LengthSystem } from "#core/scale/lengthFormat";

/**
 * How lengths are shown everywhere: in which system, which reading first, at what ratio; and which one is lit
 * on the rule.
 */
export type LengthSettings = {
  readonly denominator: number;
  readonly system: LengthSystem;
  readonly first: "model" | "real";
  readonly light: (modelMm: number | null) => void;
};

const nothing = () => {};
const LengthContext = createContext<LengthSettings>({
  denominator: 1,
  system: "metric",
  first: "model",
  light: nothing,
});

export const LengthProvider = LengthContext.Provider;
export const useLengths = () => useContext(LengthContext);
