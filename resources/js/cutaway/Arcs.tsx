import { memo } from 'react';
import { short } from '../quiz/names';
import { SKY } from './measures';
import type { Arc } from './model';

/** Pixels between the labels of arcs that leave one stop. */
const LINE = 16;

interface Props {
    arcs: Arc[];
    width: number;
    /** Where the row begins, and how many columns stand in it. */
    first: number;
    count: number;
}

/** The forks of a row. One that leads into another row goes to the edge, with where it leads, and comes in there from its own. */
export const Arcs = memo(function Arcs({ arcs: all, width, first, count }: Props) {
    const isHere = (column: number) => column >= first && column < first + count;
    const edge = (before: boolean) => (before ? 2 : count * width - 2);
    return (
        <svg className="pointer-events-none absolute inset-0 max-md:hidden" width={count * width} height="100%" aria-hidden="true">
            <defs>
                <marker id="arc-end" viewBox="0 0 8 8" refX="6" refY="4" markerWidth="6" markerHeight="6" orient="auto">
                    <path d="M0 0L8 4L0 8z" className="fill-accent" />
                </marker>
            </defs>
            {all.map((arc, index) => {
                const leaves = isHere(arc.from);
                const arrives = isHere(arc.to);
                const from = (arc.from - first) * width + width * 0.62;
                const to = (arc.to - first) * width + width * 0.38;
                const forward = arc.to > arc.from;
                // Labels of arcs that leave the same stop the same way stand above each other.
                const row = all.slice(0, index).filter((other) => other.from === arc.from && other.to > other.from === forward).length;
                const height = Math.min(SKY - 22, 26 + Math.abs(arc.to - arc.from) * 12);
                const top = SKY - height - height / 3;
                const level = SKY - 30 - row * LINE;
                const path =
                    leaves && arrives
                        ? `M${from} ${SKY} C${from} ${top} ${to} ${top} ${to} ${SKY - 3}`
                        : leaves
                          ? `M${from} ${SKY} Q${from} ${level} ${from + (forward ? 24 : -24)} ${level} H${edge(!forward)}`
                          : `M${edge(forward)} ${level} H${to - (forward ? 24 : -24)} Q${to} ${level} ${to} ${SKY - 3}`;
                const words = leaves && !arrives ? `${short(arc.label, 14)} → ${arc.goal}` : short(arc.label, 14);
                return (
                    <g key={index}>
                        {/* Behind the columns, down to the ground: whatever a column's height, the arc stands on it. */}
                        <path
                            d={`${leaves ? `M${from} ${SKY}V4000` : ''}${arrives ? `M${to} ${SKY}V4000` : ''}`}
                            className="stroke-accent"
                            strokeWidth="1"
                            strokeDasharray="2 4"
                        />
                        <path
                            d={path}
                            className="fill-none stroke-accent"
                            strokeWidth="2"
                            strokeDasharray={arc.right ? undefined : '6 4'}
                            markerEnd="url(#arc-end)"
                        />
                        {leaves && (
                            <text
                                x={from + (forward ? 8 : -8)}
                                y={level - 3}
                                textAnchor={forward ? 'start' : 'end'}
                                className="fill-accent stroke-sheet text-xs font-semibold [paint-order:stroke]"
                                strokeWidth="4"
                            >
                                {words}
                            </text>
                        )}
                    </g>
                );
            })}
        </svg>
    );
});
