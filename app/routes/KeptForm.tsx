import { Form, type FormProps } from "react-router";
import { useKeepTyped } from "#app/hooks/useKeepTyped";

/** A form that keeps what is typed in it while another tab changes what it shows: see `useKeepTyped`. */
export function KeptForm({ version, children, ...rest }: FormProps & { version: string | number }) {
  const [form, elsewhere] = useKeepTyped(version);
  return (
    <Form method="post" ref={form} {...rest}>
      {children}
      <Elsewhere fields={elsewhere} />
    </Form>
  );
}

/** Says which fields were changed elsewhere while something is typed in them here. */
export function Elsewhere({ fields }: { fields: readonly string[] }) {
  if (fields.length === 0) return null;
  return (
    <p role="status" className="col-span-full border-l-4 border-ochre pl-2 text-[14px]">
      Changed elsewhere meanwhile: {fields.join(", ")}. What you typed is kept; setting it takes the place of
      that.
    </p>
  );
}
