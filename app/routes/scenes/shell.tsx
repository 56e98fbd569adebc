import { CircleHelp, Moon, Undo2 } from "lucide-react";
import { NavLink, Outlet } from "react-router";
import { Button } from "#ui/Button";
import { useKeys } from "#app/hooks/useKeys";
import { firstStart } from "#app/jobs/firstStart";
import { takeBack } from "#app/jobs/keep";
import { toggleTheme } from "#app/theme";

export async function clientLoader() {
  await firstStart();
  return null;
}

const pages = [
  ["/scenes", "Scenes"],
  ["/workshop", "Workshop"],
  ["/help", "Help"],
] as const;

/** Everything outside one scene: the list, the workshop, help. */
export default function Shell() {
  useKeys({ u: () => void takeBack() });
  return (
    <div className="grid grid-rows-[auto_1fr]">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-primer-3 bg-primer-2 px-5 py-2">
        <span className="font-head text-[21px] font-semibold">Inch Hollow</span>
        <nav aria-label="Main" className="flex gap-1">
          {pages.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              className="rounded-cut px-3 py-1.5 font-head font-semibold no-underline aria-[current=page]:bg-ink aria-[current=page]:text-primer-1"
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <span className="ml-auto flex gap-1">
          <Button
            kind="quiet"
            icon={<Undo2 size={16} strokeWidth={1.75} aria-hidden />}
            onClick={() => void takeBack()}
          >
            Undo
          </Button>
          <Button kind="quiet" icon={<Moon size={16} strokeWidth={1.75} aria-hidden />} onClick={toggleTheme}>
            Light or evening
          </Button>
          <NavLink to="/help" className="button" data-kind="quiet">
            <CircleHelp size={16} strokeWidth={1.75} aria-hidden />
            Keys
          </NavLink>
        </span>
      </header>
      <main className="sheet w-full">
        <Outlet />
      </main>
    </div>
  );
}
