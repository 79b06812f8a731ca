import { fireEvent, render, screen, within } from '@testing-library/react';
import { calculators } from '../../../src/features/help/calculations';
import { Calculators } from '../../../src/features/help/Calculators';

const answerOf = (id: string, ...values: number[]) =>
  calculators.find((each) => each.id === id)!.answer(values, 'regular blade');

test('what is reckoned agrees with what one reckons by hand', () => {
  // 1.5 mm² of stranded copper has at most 12.7 mΩ a metre at 20 °C (ISO 6722), and 0.393 % more a kelvin.
  expect(answerOf('drop', 1.5, 4, 10, 20)).toMatch(/^0.508 V, from 0.0508 Ω/);
  expect(answerOf('drop', 1.5, 4, 10, 100)).toMatch(/^0.668 V/);
  // Half of 70 Ah at 85 mA.
  expect(answerOf('battery', 70, 85)).toBe('About 17 days.');
  expect(answerOf('battery', 70, 2000)).toBe('About 18 hours.');
  expect(answerOf('battery', 70, 20000)).toBe('About 1.8 hours.');
  // Copper at 60 °C has 1.157 times its ohms at 20.
  expect(answerOf('coil', 96, 60)).toMatch(/^83 Ω|^83.0 Ω/);
  expect(answerOf('opening', 15, 15)).toBe('It holds for good.');
  expect(answerOf('opening', 15, 90)).toMatch(/It opens within .* s to .* s\./);
  expect(answerOf('millivolts', 15, 0)).toMatch(/^Below 2.* mA: the meter cannot tell/);
  expect(answerOf('millivolts', 10, 5)).toMatch(/^\d\.\d\d ± 0\.\d\d A$/);
});

test('a field that holds no number in its range gets one sentence, and no answer', () => {
  render(<Calculators />);
  const battery = screen.getByRole('form', { name: 'Days until the battery is flat' });
  const field = within(battery).getByLabelText('Current at rest, mA');
  for (const typed of ['', 'lots', '-3', '1e99']) {
    fireEvent.change(field, { target: { value: typed } });
    expect(screen.getByTestId('answer-battery')).toHaveTextContent(
      'Current at rest: expected a number from 0.1 to 20000.',
    );
  }
  fireEvent.change(field, { target: { value: '85,5' } });
  expect(screen.getByTestId('answer-battery')).toHaveTextContent('About 17 days.');
});
