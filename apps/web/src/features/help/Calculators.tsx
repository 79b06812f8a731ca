import type { FuseStyle } from '@grim-lantern/core';
import { fuseStyles } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { TextField } from '../../ui/TextField';
import { typedNumber } from '../../ui/typedNumber';
import type { Calculator, CalculatorField } from './calculations';
import { calculators } from './calculations';

/** What is reckoned at the vehicle, each with its answer under it as one types. */
export function Calculators() {
  return (
    <ul className="grid gap-4 md:grid-cols-2">
      {calculators.map((each) => (
        <li key={each.id} className="border-line border p-4">
          <OneCalculator calculator={each} />
        </li>
      ))}
    </ul>
  );
}

function OneCalculator({ calculator }: { readonly calculator: Calculator }) {
  const { id, title, byStyle, fields, answer } = calculator;
  const [typed, setTyped] = useState(fields.map(({ usual }) => usual));
  const [style, setStyle] = useState<FuseStyle>('regular blade');
  const heading = useId();
  const kind = useId();
  const values = typed.map(typedNumber);
  const problem = fields.flatMap((field, index) => flaw(field, typed[index] ?? '', values[index]!) ?? [])[0];
  return (
    <form aria-labelledby={heading} onSubmit={(event) => event.preventDefault()}>
      <h3 id={heading} className="mb-2 text-lg font-semibold">
        {title}
      </h3>
      <div className="grid grid-cols-2 gap-3">
        {byStyle && (
          <div>
            <label htmlFor={kind} className="text-dim text-[15px]">
              Kind of fuse
            </label>
            <select
              id={kind}
              className="field"
              value={style}
              onChange={({ target }) => setStyle(target.value as FuseStyle)}
            >
              {fuseStyles.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </select>
          </div>
        )}
        {fields.map((field, index) => (
          <TextField
            key={field.id}
            figure
            label={field.label}
            text={typed[index] ?? ''}
            maxLength={12}
            onType={(text) => setTyped(typed.map((each, at) => (at === index ? text : each)))}
          />
        ))}
      </div>
      <p
        aria-live="polite"
        data-testid={`answer-${id}`}
        className={`mt-3 min-h-12 text-lg ${problem === undefined ? '' : 'text-clash'}`}
      >
        {problem ?? answer(values, style)}
      </p>
    </form>
  );
}

/** The sentence where a field holds no number within its range; null where it does. */
function flaw({ label, least, most }: CalculatorField, text: string, value: number): string | null {
  return text.trim() !== '' && value >= least && value <= most
    ? null
    : `${label.replace(/,.*/, '')}: expected a number from ${least} to ${most}.`;
}
