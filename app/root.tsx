import "@fontsource/atkinson-hyperlegible-next/400.css";
import "@fontsource/atkinson-hyperlegible-next/600.css";
import "@fontsource/atkinson-hyperlegible-mono/400.css";
import "@fontsource/atkinson-hyperlegible-mono/600.css";
import "@fontsource/barlow-semi-condensed/600.css";
import "./app.css";
import { type ReactNode, useEffect } from "react";
import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration } from "react-router";
import type { Route } from "./+types/root";
import { rowShapes } from "#data/rowShapes";
import { storeProblem } from "#data/storeProblem";
import { ErrorState } from "#ui/States";
import { ToastProvider, useToast } from "#ui/Toasts";
import { keepStanding } from "#app/jobs/keepStanding";
import { onPageMessage } from "#app/jobs/pageMessages";
import { PlanningLine } from "./routes/scenes/PlanningLine";
import { Notices } from "./routes/notices/Notices";
import { useDatabaseRevalidation } from "./hooks/useDatabaseRevalidation";
import { storedTheme } from "./theme";

export const clientMiddleware: Route.ClientMiddlewareFunction[] = [keepStanding];

export const meta: Route.MetaFunction = () => [{ title: "Inch Hollow" }];

export function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/icon.svg" type="image/svg+xml" />
        <link rel="manifest" href="/manifest.webmanifest" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export function HydrateFallback() {
  return (
    <div className="flex flex-wrap items-center gap-4 p-8">
      <p>Opening your bench…</p>
      <PlanningLine />
    </div>
  );
}

export default function Root() {
  useDatabaseRevalidation();
  useEffect(() => {
    document.documentElement.dataset.theme = storedTheme();
    // Loaded ahead of the first change, so that a change never waits for it; what fails is tried again then.
    void rowShapes().catch(() => undefined);
  }, []);
  return (
    <ToastProvider>
      <PageMessages />
      <div className="page">
        <Notices />
        <Outlet />
      </div>
    </ToastProvider>
  );
}

/** What jobs say, as messages of the page. */
function PageMessages() {
  const say = useToast();
  useEffect(() => onPageMessage((text) => say(text)), [say]);
  return null;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const known = storeProblem(error)?.message;
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <main className="sheet">
      <ErrorState
        title={missing ? "There is nothing here" : "Something went wrong on this page"}
        action={
          <a className="button" href="/scenes">
            To your scenes
          </a>
        }
      >
        {missing
          ? "This page or scene does not exist, or it was deleted. Nothing else was touched."
          : (known ??
            `Nothing stored was lost. ${error instanceof Error ? error.message : "Reload the page and try again."}`)}
      </ErrorState>
    </main>
  );
}
