import type { StepFacts } from "#core/steps/facts";

/** What is told, without what is not. */
export const factsOf = (given: { readonly [K in keyof StepFacts]: StepFacts[K] | undefined }): StepFacts =>
  Object.fromEntries(Object.entries(given).filter(([, v]) => v !== undefined));
