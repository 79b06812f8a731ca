import type { TerminalRef } from '@grim-lantern/core';
import type { Point } from '@grim-lantern/drawing';
import { memo, useCallback, useEffect, useRef } from 'react';

/** Every terminal, with room for a thumb where it can be asked. */
export function MapTerminals({
  terminals,
  onPoint,
}: {
  readonly terminals: ReadonlyMap<TerminalRef, Point>;
  /** Null where they cannot be asked. */
  readonly onPoint: ((terminal: TerminalRef) => void) | null;
}) {
  const latest = useRef(onPoint);
  useEffect(() => {
    latest.current = onPoint;
  });
  // One and the same for all times: a terminal that stays where it is is not drawn anew.
  const ask = useCallback((terminal: TerminalRef) => latest.current?.(terminal), []);
  return [...terminals].map(([terminal, { x, y }]) => (
    <Terminal key={terminal} {...{ terminal, x, y }} onPoint={onPoint === null ? null : ask} />
  ));
}

const Terminal = memo(function Terminal({
  terminal,
  x,
  y,
  onPoint,
}: {
  readonly terminal: TerminalRef;
  readonly x: number;
  readonly y: number;
  readonly onPoint: ((terminal: TerminalRef) => void) | null;
}) {
  return (
    <g
      transform={`translate(${x} ${y})`}
      {...(onPoint === null ? {} : { className: 'cursor-pointer', onClick: () => onPoint(terminal) })}
    >
      {/* Felt, never drawn. */}
      <circle r={20} fill="none" pointerEvents="all" />
      <circle r={3.5} className="fill-ground stroke-ink" strokeWidth={1.5} />
    </g>
  );
});
