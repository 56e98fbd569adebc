import { useFetcher } from "react-router";
import { orderSchools, schoolTopics, topicNames } from "#core/steps/orderSchools";
import { Choice } from "#ui/Field";
import { useScene } from "#app/routes/scenes/useScene";

/** Where good builders disagree: each with its reason, for this scene. */
export function Schools() {
  const { scene } = useScene().input;
  const fetcher = useFetcher();
  return (
    <section aria-label="Schools" className="grid gap-2">
      <h2>Schools</h2>
      <div className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
        {schoolTopics.map((topic) => {
          const choices = orderSchools[topic];
          const now = scene.orderSchools[topic] ?? choices[0][0];
          return (
            <Choice
              key={topic}
              label={topicNames[topic]}
              name={topic}
              value={now}
              onChange={(e) =>
                void fetcher.submit(
                  { intent: "school", topic, choice: e.target.value === choices[0][0] ? "" : e.target.value },
                  { method: "post" },
                )
              }
              options={choices.map(([name]) => [name, name] as const)}
              hint={choices.find(([name]) => name === now)![1]}
            />
          );
        })}
      </div>
      <p className="text-[13px] text-ink-2">Common practice on both sides; the rules follow the choice.</p>
    </section>
  );
}
