import { memo } from 'react';
import { short } from '../quiz/names';
import { SKY, STANDS } from './measures';
import type { Arc } from './model';

export const Arcs = memo(function Arcs({ arcs: all, width, count }: { arcs: Arc[]; width: number; count: number }) {
    return (
        <svg
            className="pointer-events-none absolute top-0 left-0 max-md:hidden"
            width={count * width}
            height={SKY + STANDS}
            aria-hidden="true"
        >
            <defs>
                <marker id="arc-end" viewBox="0 0 8 8" refX="6" refY="4" markerWidth="6" markerHeight="6" orient="auto">
                    <path d="M0 0L8 4L0 8z" className="fill-accent" />
                </marker>
            </defs>
            {all.map((arc, index) => {
                const from = arc.from * width + width * 0.62;
                const to = arc.to * width + width * 0.38;
                const height = Math.min(SKY - 22, 26 + Math.abs(arc.to - arc.from) * 12);
                const top = SKY - height;
                // Labels of arcs that leave the same stop the same way stand below each other.
                const row = all
                    .slice(0, index)
                    .filter((other) => other.from === arc.from && other.to > other.from === arc.to > arc.from).length;
                return (
                    <g key={index}>
                        {/* Behind the columns, down to the ground: whatever a column's height, the arc stands on it. */}
                        <path
                            d={`M${from} ${SKY}V${SKY + STANDS}M${to} ${SKY}V${SKY + STANDS}`}
                            className="stroke-accent"
                            strokeWidth="1"
                            strokeDasharray="2 4"
                        />
                        <path
                            d={`M${from} ${SKY} C${from} ${top - height / 3} ${to} ${top - height / 3} ${to} ${SKY - 3}`}
                            className="fill-none stroke-accent"
                            strokeWidth="2"
                            strokeDasharray={arc.right ? undefined : '6 4'}
                            markerEnd="url(#arc-end)"
                        />
                        <text
                            x={from + (arc.to > arc.from ? 8 : -8)}
                            y={SKY + 14 + row * 15}
                            textAnchor={arc.to > arc.from ? 'start' : 'end'}
                            className="fill-accent text-xs font-semibold"
                        >
                            {short(arc.label, 14)}
                        </text>
                    </g>
                );
            })}
        </svg>
    );
});
