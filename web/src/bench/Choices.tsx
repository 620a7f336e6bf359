import { ToggleGroup } from 'radix-ui';
import type { StepState, TaskState } from '../api/types';

/** What the builder chooses at a step, the chosen one filled. */
export function Choices({
  task,
  step,
  onChoose,
  places,
}: {
  task: TaskState;
  step: StepState;
  onChoose: (choice: string, option: string) => void;
  places: { left: number; bottom: number; width: number } | undefined;
}) {
  const at = places ?? { left: 332, bottom: 12, width: 230 };
  const here = task.choices.filter((c) => c.step === step.ref.step && c.options.length > 1);
  if (here.length === 0) return null;
  return (
    <div
      className="absolute flex items-end gap-4 max-lg:static! max-lg:w-full max-lg:flex-col max-lg:items-stretch max-lg:p-3"
      style={{ left: at.left, bottom: at.bottom }}
    >
      {here.map((choice) => (
        // Arrow keys only go from one to the other: each that is chosen stands in the record.
        <ToggleGroup.Root
          key={choice.id}
          type="single"
          value={choice.chosen}
          onValueChange={(option) => option && onChoose(choice.id, option)}
          aria-label={choice.ask}
          className={`gap-1.5 max-lg:w-full! ${choice.options.every((o) => o.label.length <= 3) ? 'grid grid-cols-4' : 'flex flex-col'}`}
          style={{ width: at.width }}
        >
          <span className="col-span-4 text-base text-line">{choice.ask}</span>
          {choice.options.map((option) => (
            <ToggleGroup.Item
              key={option.id}
              value={option.id}
              className={`flex items-center gap-2 border-2 border-structure px-3 text-left text-base leading-tight font-semibold text-line data-[state=on]:border-line data-[state=on]:bg-line data-[state=on]:text-field ${choice.options.length > 4 ? 'h-11' : 'h-14'}`}
            >
              {option.id === choice.chosen ? '■' : '□'} {option.label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      ))}
    </div>
  );
}
