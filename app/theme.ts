export type Theme = "light" | "evening";
const KEY = "theme";

/** What was chosen here, else what the device asks for. */
export function storedTheme(): Theme {
  const stored = localStorage.getItem(KEY);
  if (stored === "light" || stored === "evening") return stored;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "evening" : "light";
}

export function toggleTheme(): void {
  const next: Theme = storedTheme() === "light" ? "evening" : "light";
  localStorage.setItem(KEY, next);
  document.documentElement.dataset.theme = next;
}
