import { ToggleGroup } from 'radix-ui';

/** One of a few positions, all in sight; the chosen one inverted. */
export function Segments({
  label,
  name = label,
  chosen,
  positions,
  disabled,
  onChoose,
}: {
  label: string;
  /** For those who hear it, where no label is drawn. */
  name?: string;
  chosen: string;
  positions: readonly { readonly id: string; readonly name: string }[];
  disabled: boolean;
  onChoose: (id: string) => void;
}) {
  return (
    <div className="flex items-center gap-3">
      {label !== '' && <span className="text-dim text-[15px] whitespace-nowrap">{label}</span>}
      <ToggleGroup.Root
        type="single"
        aria-label={name}
        value={chosen}
        disabled={disabled}
        onValueChange={(id) => {
          if (id !== '') onChoose(id);
        }}
        className="border-line flex border"
      >
        {positions.map(({ id, name }) => (
          <ToggleGroup.Item
            key={id}
            value={id}
            className="text-dim data-[state=on]:bg-ink data-[state=on]:text-ground min-h-11 min-w-11 px-3 text-[15px] font-medium"
          >
            {name}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
