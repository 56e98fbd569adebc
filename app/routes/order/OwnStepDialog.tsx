import { useEffect, useState } from "react";
import { useFetcher } from "react-router";
import { Plus } from "lucide-react";
import { productIds, productName } from "#core/materials/products";
import { toolIds, toolOf } from "#core/materials/tools";
import type { OwnStep } from "#core/order/ownSteps";
import type { Problem } from "#core/outcome";
import { groundRef, jointRef, partRef } from "#core/reference";
import { type OwnKind, ownKindNamed, ownKindOf, ownKinds } from "#core/steps/ownKinds";
import { tellableOf } from "#core/steps/tellable";
import { places, type Step } from "#core/steps/step";
import { Button } from "#ui/Button";
import { Dialog } from "#ui/Dialog";
import { Choice, Field, Problems, Tick } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";
import { FactFields } from "./FactFields";
import { wheres } from "./ownStepAction";

type Props = { readonly anchor: Step | null; readonly own?: OwnStep | undefined };

/** Opens the form of a step of one's own: new beside a step or anywhere, or one that is there. */
export function OwnStepButton({ anchor, own }: Props) {
  const [isOpen, open] = useState(false);
  return (
    <>
      <Button
        icon={own ? undefined : <Plus size={16} aria-hidden="true" />}
        className={own ? "!min-h-8 !text-[14px]" : ""}
        onClick={() => open(true)}
      >
        {own ? "Change it" : anchor ? "Put a step beside it" : "A step of your own"}
      </Button>
      {isOpen && (
        <Dialog
          open
          onOpenChange={(o) => open(o)}
          title={own ? "Your step" : "A step of your own"}
          description="The rules look at it as at any other step, and put in what it needs."
        >
          <OwnStepForm anchor={anchor} own={own} onDone={() => open(false)} />
        </Dialog>
      )}
    </>
  );
}

function OwnStepForm({
  anchor,
  own,
  onDone,
}: {
  anchor: Step | null;
  own: OwnStep | undefined;
  onDone: () => void;
}) {
  const fetcher = useFetcher<{ problems: readonly Problem[] }>();
  const ownKind = own && ownKindOf(own.action, own.facts);
  const [kind, setKind] = useState(ownKind ?? ownKindNamed("Mask")!);
  const problems = fetcher.data?.problems;
  const isKept = fetcher.state === "idle" && problems?.length === 0;
  useEffect(() => {
    if (isKept) onDone();
  }, [isKept, onDone]);
  // Another kind has other usual values: its fields begin anew.
  const usual = own && kind === ownKind ? own : { ...kind, title: "", paintId: null, millilitres: null };
  return (
    <fetcher.Form method="post" className="grid gap-3">
      <input type="hidden" name="intent" value="own" />
      <input type="hidden" name="id" value={own?.id ?? ""} />
      <input type="hidden" name="stepId" value={anchor?.id ?? own?.at?.stepId ?? ""} />
      <Problems problems={problems} fields={["kind", "on", "product", "minutes", "wait", "millilitres"]} />
      <KindAndPlace
        kind={kind}
        setKind={setKind}
        usual={usual}
        anchor={anchor}
        own={own}
        problems={problems}
      />
      <KindFields key={kind.name} kind={kind} usual={usual} problems={problems} own={own} />
      <div className="flex gap-2">
        <Button kind="main" type="submit" disabled={fetcher.state !== "idle"}>
          {own ? "Set it" : "Put it in"}
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </fetcher.Form>
  );
}

function KindFields({
  kind,
  usual,
  problems,
  own,
}: {
  readonly kind: OwnKind;
  readonly usual: Usual;
  readonly problems: readonly Problem[] | undefined;
  readonly own: OwnStep | undefined;
}) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <WithWhat kind={kind} usual={usual} problems={problems} />
      <Field
        label="Minutes of hands"
        name="minutes"
        inputMode="decimal"
        defaultValue={usual.minutes}
        problems={problems}
      />
      <Field
        label="Then wait, minutes"
        name="wait"
        inputMode="decimal"
        defaultValue={usual.waitMinutes}
        problems={problems}
      />
      <div className="grid gap-1.5 sm:col-span-2">
        {tellableOf(kind.action).length > 0 && (
          <details
            open={problems?.some((p) => tellableOf(kind.action).some((t) => t.fact === p.path[0])) ?? false}
          >
            <summary className="text-[14px]">What else is so of it</summary>
            <div className="mt-1.5 grid gap-1.5">
              <FactFields action={kind.action} facts={usual.facts} problems={problems} />
            </div>
          </details>
        )}
        <Tick
          label="It may be left out when time is short"
          name="optional"
          defaultChecked={own?.optional ?? false}
        />
      </div>
    </div>
  );
}

function KindAndPlace({
  kind,
  setKind,
  usual,
  anchor,
  own,
  problems,
}: {
  readonly kind: OwnKind;
  readonly setKind: (value: OwnKind) => void;
  readonly usual: Usual;
  readonly anchor: Step | null;
  readonly own: OwnStep | undefined;
  readonly problems: readonly Problem[] | undefined;
}) {
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Choice
        label="Kind of step"
        name="kind"
        value={kind.name}
        onChange={(e) => setKind(ownKindNamed(e.target.value)!)}
        options={ownKinds.map((k) => [k.name, k.name] as const)}
      />
      <Field
        key={`t ${kind.name}`}
        label="Called"
        name="title"
        placeholder={kind.name}
        defaultValue={usual.title}
      />
      <Where anchor={anchor} own={own} />
      <OnWhat anchor={anchor} own={own} problems={problems} />
    </div>
  );
}

function Where({ anchor, own }: Props) {
  const now = own?.at
    ? wheres.find(
        (w) => w.startsWith(own.at!.within === "right there" ? "right" : "some") && w.endsWith(own.at!.side),
      )
    : undefined;
  if (!anchor && !own?.at)
    return <p className="self-end text-[14px] text-ink-2">It finds its place by the rules.</p>;
  return (
    <Choice
      label={anchor ? `Where, beside “${anchor.title}”` : "Where"}
      name="where"
      defaultValue={now ?? "right after"}
      options={[...wheres.map((w) => [w, w] as const), ["by the rules", "where the rules put it"]]}
    />
  );
}

function OnWhat({ anchor, own, problems }: Props & { problems: readonly Problem[] | undefined }) {
  const { input, plan } = useScene();
  const all = [
    ...plan.parts.filter((p) => p.held === null).map(({ part }) => [partRef(part.id), part.name] as const),
    ...input.joints.map((j) => [jointRef(j.id), j.name] as const),
    ...input.grounds.map((g) => [groundRef(g.id), g.name] as const),
    ["board", "the board"] as const,
  ];
  const same = (own?.targets ?? anchor?.targets ?? []).join(" ");
  const several = same.includes(" ")
    ? [[same, anchor ? `what “${anchor.title}” is on` : "as it is now"] as const]
    : [];
  return (
    <Choice
      label="Done to"
      name="on"
      defaultValue={same}
      problems={problems}
      options={[...several, ...(same === "" ? [["", "choose"] as const] : []), ...all]}
    />
  );
}

/** What the fields of a kind begin with: as the builder had it, or as is usual. */
type Usual = Omit<OwnStep, "kind" | "id" | "at" | "targets" | "optional">;

function WithWhat({
  kind,
  usual,
  problems,
}: {
  kind: OwnKind;
  usual: Usual;
  problems: readonly Problem[] | undefined;
}) {
  const { workshop } = useScene().input;
  const isLaid = kind.product !== null;
  return (
    <>
      {isLaid && (
        <>
          <Choice
            label="With"
            name="product"
            defaultValue={usual.paintId === null ? (usual.product ?? "") : `paint:${usual.paintId}`}
            problems={problems}
            options={[
              ...productIds.map((p) => [p, productName(p)] as const),
              ...workshop.paints.map((p) => [`paint:${p.id}`, `the pot ${p.name}`] as const),
            ]}
          />
          <Field
            label="Takes, ml"
            name="millilitres"
            inputMode="decimal"
            defaultValue={usual.millilitres ?? ""}
            problems={problems}
          />
          <Choice
            label="Sheen"
            name="sheen"
            defaultValue={usual.sheen ?? "matte"}
            options={(["matte", "satin", "gloss"] as const).map((s) => [s, s] as const)}
          />
        </>
      )}
      <Choice
        label="Tool"
        name="tool"
        defaultValue={usual.tool}
        options={toolIds.map((t) => [t, toolOf(t).name] as const)}
      />
      <Choice
        label="Place"
        name="place"
        defaultValue={usual.place}
        options={places.map((p) => [p, p] as const)}
      />
    </>
  );
}
