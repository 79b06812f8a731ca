import type { TraceMeasures } from '@grim-lantern/core';
import { formatQuantity, percent } from '@grim-lantern/core';
import type { ReadState } from './useTraces';

/** What was measured, line by line, and what of the file could not be read. */
export function TraceMeasured({
  state: { name, report },
}: {
  readonly state: Pick<ReadState, 'name' | 'report'>;
}) {
  const { samples, seconds, badLines, firstBad, gaps, measures } = report;
  return (
    <section aria-label="Measured" className="border-line border-t pt-3">
      <h3 className="text-xl font-semibold">Measured</h3>
      <p className="text-dim mb-1 text-[15px] break-words">
        {name}: {samples.toLocaleString('en-GB')} samples over {seconds.toPrecision(3)} s
        {gaps > 0 && `, ${gaps} gaps in its clock`}
      </p>
      {badLines > 0 && (
        <p className="text-clash mb-1 text-[15px]">
          {badLines} lines could not be read and were left out:{' '}
          {firstBad.map(({ line, text }) => `line ${line} “${text}”`).join(', ')}
        </p>
      )}
      <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4">
        {linesOf(measures).map(([words, value]) => (
          <div key={words} className="border-line col-span-2 grid grid-cols-subgrid border-b py-1">
            <dt>{words}</dt>
            <dd className="text-right font-mono">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function linesOf(m: TraceMeasures): readonly (readonly [string, string])[] {
  const amps = (value: number | null) => (value === null ? null : formatQuantity(value, 'A'));
  const seconds = (value: number | null) => (value === null ? null : `${Number(value.toPrecision(2))} s`);
  const all: readonly (readonly [string, string | null])[] = [
    ['Clamp without current', amps(m.zeroOffsetAmps)],
    ['Peak at switch-on', amps(m.inrushAmps)],
    ['It falls to a third in', seconds(m.inrushSeconds)],
    ['Settled', amps(m.settledAmps)],
    ['At the end', amps(m.endAmps)],
    ['Drift a minute', amps(m.driftAmpsPerMinute)],
    ['Noise', amps(m.noiseAmps)],
    ['Ripple', m.ripple?.hertz == null ? null : `${Number(m.ripple.hertz.toPrecision(3))} Hz`],
    ['Weak pulse', m.ripple?.weakEvery == null ? null : `one in ${m.ripple.weakEvery}`],
    ['Lost for moments', m.dropouts === 0 ? null : `${m.dropouts} ×, ${percent(m.dropoutShare)}`],
    ['Spikes', m.spikes === 0 ? null : `${m.spikes}, up to ${amps(m.spikeAmps)}`],
    ['First spike rose in', seconds(m.spikeRiseSeconds)],
    [
      'Pulsed at',
      m.pulses === null ? null : `${Number(m.pulses.hertz.toPrecision(3))} Hz, ${percent(m.pulses.duty)} on`,
    ],
    ['Between', m.pulses === null ? null : `${amps(m.pulses.lowAmps)} and ${amps(m.pulses.highAmps)}`],
    [
      'Volts pulsed at',
      m.voltPulses === null
        ? null
        : `${Number(m.voltPulses.hertz.toPrecision(3))} Hz, ${percent(m.voltPulses.lowShare)} low`,
    ],
    [
      'Low and high',
      m.voltPulses === null
        ? null
        : `${formatQuantity(m.voltPulses.lowVolts, 'V')} and ${formatQuantity(m.voltPulses.highVolts, 'V')}`,
    ],
    ['Ohms of the load', m.ohms === null ? null : formatQuantity(m.ohms, 'Ω')],
    ['Charge', `${Number(m.chargeCoulombs.toPrecision(3))} C`],
    ['Energy', m.energyJoules === null ? null : `${Number(m.energyJoules.toPrecision(3))} J`],
  ];
  return all.flatMap(([words, value]) => (value === null ? [] : [[words, value] as const]));
}
