import { useEffect, useState } from "react";
import { hasTypedText } from "#app/jobs/typedText";

/** A new build: none, waiting to be taken, or taken in another tab while something is typed in this one. */
export type VersionState = "same" | "ready" | "taken elsewhere";

/** How often an open page looks whether there is a new build. */
const LOOK_MS = 30 * 60_000;

const waiting = async (): Promise<ServiceWorker | null> =>
  (await navigator.serviceWorker.getRegistration())?.waiting ?? null;

/** Lets the waiting build take over: every open tab changes to it together. */
export async function takeNewVersion(): Promise<void> {
  (await waiting())?.postMessage("take over");
}

/** Keeps the app for offline use, and tells when a new build is ready to be taken. */
export function useNewVersion(): VersionState {
  const [state, setState] = useState<VersionState>("same");
  useEffect(() => {
    if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
    const { serviceWorker } = navigator;
    // The first worker of a browser takes over a page that runs the very build it keeps.
    let ran = serviceWorker.controller;
    const onChange = () => {
      const before = ran;
      ran = serviceWorker.controller;
      if (!before) return;
      if (hasTypedText()) setState("taken elsewhere");
      else location.reload();
    };
    serviceWorker.addEventListener("controllerchange", onChange);
    let over = false;
    let looked = Date.now();
    const ready = () => {
      if (!over && serviceWorker.controller) setState("ready");
    };
    const watch = (worker: ServiceWorker | null) =>
      worker?.addEventListener("statechange", () => worker.state === "installed" && ready());
    const look = (registration: ServiceWorkerRegistration) => {
      if (document.visibilityState !== "visible" || Date.now() - looked < LOOK_MS) return;
      looked = Date.now();
      // Offline there is nothing new to be had.
      registration.update().catch(() => undefined);
    };
    let stop = () => undefined as void;
    void serviceWorker.register("/service-worker.js").then(
      (registration) => {
        if (over) return;
        if (registration.waiting) ready();
        watch(registration.installing);
        registration.addEventListener("updatefound", () => watch(registration.installing));
        const onLook = () => look(registration);
        document.addEventListener("visibilitychange", onLook);
        const timer = setInterval(onLook, LOOK_MS);
        stop = () => {
          document.removeEventListener("visibilitychange", onLook);
          clearInterval(timer);
        };
      },
      () => undefined,
    );
    return () => {
      over = true;
      stop();
      serviceWorker.removeEventListener("controllerchange", onChange);
    };
  }, []);
  return state;
}
