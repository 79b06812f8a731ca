import { CircleHelp } from 'lucide-react';
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { IconKey } from '../../ui/IconKey';

/** What the lines, dots and words of the map mean. */
export function MapLegend() {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <IconKey label="What the map shows" icon={<CircleHelp size={18} />} />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="left"
          align="start"
          sideOffset={8}
          collisionPadding={12}
          aria-label="What the map shows"
          className="bg-raised border-ink z-20 w-72 border p-4"
        >
          <ul className="flex flex-col gap-2.5">
            <Entry sign={<path d="M2 12H54" className="stroke-glow" strokeWidth={7} />}>
              Suspect: the wider, the likelier; its share in per cent stands beside it
            </Entry>
            <Entry sign={<path d="M2 12H54" className="stroke-wire" strokeWidth={3} />}>
              Wire that what was read has cleared
            </Entry>
            <Entry
              sign={
                <>
                  <circle cx={28} cy={12} r={8} className="stroke-ink" fill="none" strokeWidth={2} />
                  <path d="M36 12H54" className="stroke-ink" strokeWidth={2} />
                </>
              }
            >
              Where the probe goes next
            </Entry>
            <Entry sign={<circle cx={28} cy={12} r={5} className="fill-ink" />}>
              Read here; the words in green fit, those in red fit worst
            </Entry>
            <Entry
              sign={<circle cx={28} cy={12} r={4} className="fill-ground stroke-ink" strokeWidth={1.5} />}
            >
              A point that can be tapped: measure here
            </Entry>
            <Entry
              sign={
                <rect
                  x={14}
                  y={4}
                  width={28}
                  height={16}
                  fill="none"
                  className="stroke-dim"
                  strokeDasharray="4 4"
                  strokeWidth={2}
                />
              }
            >
              Unplugged
            </Entry>
          </ul>
          <Popover.Arrow className="fill-ink" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Entry({ sign, children }: { readonly sign: ReactNode; readonly children: ReactNode }) {
  return (
    <li className="flex items-center gap-3 text-[15px]">
      <svg viewBox="0 0 56 24" className="h-6 w-14 shrink-0" aria-hidden>
        {sign}
      </svg>
      {children}
    </li>
  );
}
