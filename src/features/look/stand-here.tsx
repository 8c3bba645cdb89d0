'use client';

import type { Position, View } from '@/core/anatomy/positions';
import { isUpright } from '@/core/anatomy/positions';
import { fromWhere } from '@/core/anatomy/positions';

/** Where the lens stands about a mat seen from above, head (or face) at the left: across, up, and whether it is overhead. */
const spots: Readonly<Record<View, readonly [number, number]>> = {
  side: [110, 106],
  foot: [214, 50],
  head: [6, 50],
  front: [6, 50],
  behind: [214, 50],
  above: [110, 50],
};

/** A plan of mat, client and camera: where to stand. */
export function StandHere({ position, view }: { position: Position; view: View }) {
  const [x, y] = spots[view];
  const upright = isUpright(position);
  const overhead = view === 'above';
  return (
    <svg
      viewBox="-8 8 236 140"
      width={236}
      role="img"
      aria-label={`Stand ${fromWhere[view]}`}
      style={{ flex: 'none', maxWidth: '100%' }}
    >
      <rect x={38} y={28} width={144} height={44} rx={6} fill="var(--mat)" />
      {upright ? (
        <>
          <ellipse cx={112} cy={50} rx={9} ry={18} fill="var(--figure)" stroke="var(--ink)" strokeWidth={1.6} />
          <circle cx={108} cy={50} r={8} fill="var(--figure-hair)" stroke="var(--ink)" strokeWidth={1.6} />
          <path d="M99 47l-7 3 7 3z" fill="var(--ink)" />
        </>
      ) : (
        <>
          <rect
            x={68}
            y={40}
            width={58}
            height={20}
            rx={9}
            fill="var(--figure)"
            stroke="var(--ink)"
            strokeWidth={1.6}
          />
          {[43, 52].map((top) => (
            <rect
              key={top}
              x={120}
              y={top}
              width={50}
              height={6}
              rx={3}
              fill="var(--figure)"
              stroke="var(--ink)"
              strokeWidth={1.4}
            />
          ))}
          <circle cx={56} cy={50} r={10} fill="var(--figure-hair)" stroke="var(--ink)" strokeWidth={1.6} />
        </>
      )}
      {!overhead && <line x1={x} y1={y} x2={110} y2={50} stroke="var(--info)" strokeWidth={2} strokeDasharray="5 4" />}
      <g transform={`translate(${x} ${y})`}>
        <circle r={13} fill="var(--fluid)" stroke="#1c2a2f" strokeWidth={2} />
        <circle r={5} fill="#1c2a2f" />
      </g>
      <text x={110} y={140} textAnchor="middle" fontSize={12.5} fill="var(--quiet)">
        {overhead ? 'lens straight above, looking down' : 'three metres away or more'}
      </text>
    </svg>
  );
}
