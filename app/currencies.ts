/** Currencies with two places that money can be told in, ISO 4217, by their names in English. */
const CODES = (
  "EUR USD GBP CHF SEK NOK DKK PLN CZK HUF RON BGN TRY CAD AUD NZD ZAR BRL MXN ARS CLP INR CNY HKD SGD MYR THB PHP ILS " +
  "AED SAR UAH"
).split(" ");

export const currencyOptions = (): readonly (readonly [code: string, name: string])[] => {
  const names = new Intl.DisplayNames("en", { type: "currency" });
  return CODES.map((code) => [code, `${code}, ${names.of(code) ?? code}`] as const);
};

export const isCurrency = (code: string): boolean => CODES.includes(code);
