export type Brightness = "light" | "evening";
const KEY = "theme";

/** What was chosen here, else what the device asks for. */
export function storedTheme(): Brightness {
  const stored = localStorage.getItem(KEY);
  if (stored === "light" || stored === "evening") return stored;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "evening" : "light";
}

export function toggleTheme(): void {
  const next: Brightness = storedTheme() === "light" ? "evening" : "light";
  localStorage.setItem(KEY, next);
  document.documentElement.dataset.theme = next;
}
