/** `1,981`: thousands to some, decimals to others. */
const either = /(?<![\d.,])([1-9]\d{0,2}),(\d{3})(?![\d.,])/;

/**
 * A number whose comma can be read two ways, and both of them; null where there is none. It is asked back and never
 * taken silently for one of the two.
 */
export function ambiguousComma(
  text: string,
): { readonly typed: string; readonly whole: string; readonly decimal: string } | null {
  const found = either.exec(text);
  return found
    ? { typed: found[0], whole: `${found[1]}${found[2]}`, decimal: `${found[1]}.${found[2]}` }
    : null;
}

/** What is said of it. */
export const commaAsked = (text: string, { whole, decimal }: { whole: string; decimal: string }) =>
  `In “${text.trim()}” the comma can mean ${whole} or ${decimal}. Type it without the comma.`;
