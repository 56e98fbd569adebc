const rules = new Intl.PluralRules("en");

/** A number with what is counted: `1 day`, `3 days`. */
export const counted = (n: number, one: string, many: string): string =>
  `${n} ${rules.select(n) === "one" ? one : many}`;

/** `a torch`, `an airbrush`. */
export const withArticle = (word: string): string => `${/^[aeiou]/i.test(word) ? "an" : "a"} ${word}`;
