import type { CavityFill } from '@grim-lantern/core';
import type { Figure } from '@grim-lantern/drawing';

interface SymbolProps {
  readonly figure: Figure;
  /** Taken apart, or its cavity empty: drawn open. */
  readonly apart: boolean;
  /** What stands in a fuse's cavity. */
  readonly fill: CavityFill['kind'];
}

/** A part's trade symbol (IEC 60617), drawn within its figure's box, wires meeting it left and right. */
export function PartSymbol({ figure, apart, fill }: SymbolProps) {
  const { width: w, height: h } = figure;
  const cy = h / 2;
  switch (figure.part.kind) {
    case 'battery':
      return <path d={`M${w / 2 - 5} ${cy - 12}V${cy + 12}M${w / 2 + 5} ${cy - 24}V${cy + 24}`} />;
    case 'ground':
      return (
        <path d={`M0 ${cy}H12M12 ${cy - 16}V${cy + 16}M19 ${cy - 10}V${cy + 10}M26 ${cy - 4}V${cy + 4}`} />
      );
    case 'fuse':
      if (fill === 'lamp') return <LampSymbol cx={w / 2} cy={cy} radius={14} width={w} />;
      if (fill === 'open')
        return (
          <path d={`M0 ${cy}H8M${w - 8} ${cy}H${w}M8 ${cy - 10}V${cy + 10}M${w - 8} ${cy - 10}V${cy + 10}`} />
        );
      return <path d={`M0 ${cy}H${w}M6 ${cy - 10}H${w - 6}V${cy + 10}H6Z`} />;
    case 'lamp':
      return <LampSymbol cx={w / 2} cy={cy} radius={h / 2 - 2} width={w} />;
    case 'two-filament lamp':
      return (
        <>
          <circle cx={w / 2} cy={cy} r={h / 2 - 2} />
          <LampSymbol cx={w / 2} cy={cy - 10} radius={9} width={w} />
          <LampSymbol cx={w / 2} cy={cy + 10} radius={9} width={w} />
        </>
      );
    case 'diode':
      return (
        <path
          d={`M0 ${cy}H12M12 ${cy - 11}V${cy + 11}L${w - 14} ${cy}ZM${w - 14} ${cy - 11}V${cy + 11}M${w - 14} ${cy}H${w}`}
        />
      );
    case 'resistor':
      return <path d={`${leads(w, cy)}${bar(w, cy)}`} />;
    case 'heater':
      return <path d={`${leads(w, cy)}${bar(w, cy)}${strokes(w, cy, [0.3, 0.43, 0.57, 0.7], 0)}`} />;
    case 'solenoid':
      return <path d={`${leads(w, cy)}${bar(w, cy)}${strokes(w, cy, [0.45], 10)}`} />;
    case 'potentiometer':
      return (
        <path
          d={`${leads(w, cy)}${bar(w, cy)}M${w / 2} ${h}V${cy + 15}M${w / 2 - 5} ${cy + 21}L${w / 2} ${cy + 14}L${w / 2 + 5} ${cy + 21}`}
        />
      );
    case 'motor':
      return (
        <>
          <circle cx={w / 2} cy={cy} r={h / 2 - 2} />
          <path
            d={`M0 ${cy}H2M${w - 2} ${cy}H${w}M${w / 2 - 7} ${cy + 7}V${cy - 7}L${w / 2} ${cy + 2}L${w / 2 + 7} ${cy - 7}V${cy + 7}`}
          />
        </>
      );
    case 'fusible link':
      return <path d={`M0 ${cy}H10Q${w / 4 + 4} ${cy - 14} ${w / 2} ${cy}T${w - 10} ${cy}H${w}`} />;
    case 'breaker':
      return (
        <path
          d={`M0 ${cy}H10M${w - 10} ${cy}H${w}M10 ${cy}Q${w / 2} ${cy - 22} ${w - 10} ${cy}M10 ${cy - 4}V${cy + 4}M${w - 10} ${cy - 4}V${cy + 4}`}
        />
      );
    case 'splice':
      return <circle cx={w / 2} cy={cy} r={4.5} className="fill-ink" stroke="none" />;
    case 'switch':
      return (
        <path
          d={`M0 ${cy}H14M${w - 14} ${cy}H${w}M14 ${cy}L${w - 16} ${cy - 14}M${w - 14} ${cy - 5}V${cy + 5}`}
        />
      );
    case 'connector': {
      const gap = apart ? 8 : 2;
      const [left, right] = [w / 2 - gap, w / 2 + gap];
      return (
        <path
          d={`M${left - 9} ${cy - 17}H${left}V${cy + 17}H${left - 9}M${right + 9} ${cy - 17}H${right}V${cy + 17}H${right + 9}`}
        />
      );
    }
    case 'relay':
      return (
        <>
          <rect x={0} y={0} width={w} height={h} strokeDasharray="6 5" />
          <path d={`M16 ${h * 0.28}H30L${w - 30} ${h * 0.12}M${w - 28} ${h * 0.28}H${w - 16}`} />
          <path
            d={`M16 ${h * 0.72}H30M${w - 30} ${h * 0.72}H${w - 16}M30 ${h * 0.6}H${w - 30}V${h * 0.84}H30Z`}
          />
        </>
      );
    case 'module':
      return <rect x={0} y={0} width={w} height={h} />;
  }
}

/** The leads of a part drawn as a bar, the bar, and strokes across it (heating element, coil: IEC 60617). */
function leads(w: number, cy: number): string {
  return `M0 ${cy}H8M${w - 8} ${cy}H${w}`;
}
function bar(w: number, cy: number): string {
  return `M8 ${cy - 13}H${w - 8}V${cy + 13}H8Z`;
}
function strokes(w: number, cy: number, shares: readonly number[], slant: number): string {
  return shares.map((share) => `M${w * share + slant} ${cy - 13}L${w * share} ${cy + 13}`).join('');
}

function LampSymbol({ cx, cy, radius, width }: { cx: number; cy: number; radius: number; width: number }) {
  const d = radius * Math.SQRT1_2;
  return (
    <>
      <path d={`M0 ${cy}H${cx - radius}M${cx + radius} ${cy}H${width}`} />
      <circle cx={cx} cy={cy} r={radius} />
      <path d={`M${cx - d} ${cy - d}L${cx + d} ${cy + d}M${cx - d} ${cy + d}L${cx + d} ${cy - d}`} />
    </>
  );
}
