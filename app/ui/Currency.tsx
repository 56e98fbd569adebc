import { createContext, useContext } from "react";

/** The currency of the workshop that is shown, an ISO 4217 code. */
const Currency = createContext("EUR");
export const CurrencyProvider = Currency.Provider;
export const useCurrency = () => useContext(Currency);
