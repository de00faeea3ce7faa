import { type ClipboardEvent, type KeyboardEvent, type MouseEvent, type ReactNode, useEffect, useMemo, useRef } from 'react';
import type { Finding, QuizDocument } from '../api/types';
import { Arcs } from './Arcs';
import { ColumnView } from './Column';
import { type Drop, useDrop } from './dragging';
import { LOW_SKY, rowsOf, SKY, useRoom } from './measures';
import { arcs, type Column, columns, neighbour } from './model';

export interface Props {
    document: QuizDocument;
    label: string;
    selected: string | null;
    onSelect: (id: string) => void;
    /** Narrow columns, for an overview of a long quiz. */
    far?: boolean;
    findings?: Finding[];
    /** Whether it shows which answers are right; off where a class looks on. */
    answers?: boolean;
    /** What stands at a stop, cue or rung: students, or the one who rehearses. */
    at?: (id: string) => ReactNode;
    /** Which share of the students went down to that rung, 0 to 1. */
    share?: (rung: string) => number;
    onKey?: (event: KeyboardEvent, id: string) => void;
    /** Where it can be changed: what is marked, and what is moved by dragging or by the clipboard. */
    change?: {
        marked: ReadonlySet<string>;
        onMark: (id: string) => void;
        canDrop: (id: string, drop: Drop) => boolean;
        onDrop: (id: string, drop: Drop) => void;
        onClipboard: (event: ClipboardEvent, id: string) => void;
    };
}

const never = () => false;

/**
 * The picture of a quiz: stops on the ground line, ladders below, forks as arcs above. The same when building,
 * rehearsing, watching and looking back. What does not fit beside each other goes on in a row below, as lines of a text
 * do. On a narrow screen it turns: the ground on the left, ladders to the right.
 */
export function Cutaway({
    document,
    label,
    selected,
    onSelect,
    far = false,
    findings = [],
    answers = true,
    at,
    share,
    onKey,
    change,
}: Props) {
    const all = useMemo(() => columns(document), [document]);
    const forks = useMemo(() => arcs(all), [all]);
    const ground = useRef<HTMLDivElement>(null);
    const current = selected !== null && all.some((column) => contains(column, selected)) ? selected : all[0]?.id;
    const { perRow, width } = rowsOf(all.length, useRoom(ground), far);
    const rows = Array.from({ length: Math.ceil(all.length / perRow) }, (_, row) => all.slice(row * perRow, (row + 1) * perRow));

    // Only the selection brings a node into sight; typing beside the picture must not scroll it.
    useEffect(() => {
        ground.current?.querySelector(`[data-node="${selected}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    }, [selected]);

    const { drop, handlers } = useDrop(change?.canDrop ?? never, change?.onDrop ?? never);
    const onClipboard = (event: ClipboardEvent) => {
        const node = (event.target as HTMLElement).dataset.node;
        if (node !== undefined) {
            change?.onClipboard(event, node);
        }
    };
    const onClick = (event: MouseEvent) => {
        const node = (event.target as HTMLElement).closest<HTMLElement>('[data-node]')?.dataset.node;
        if (node !== undefined && change !== undefined && (event.ctrlKey || event.metaKey || event.shiftKey)) {
            event.preventDefault();
            event.stopPropagation();
            change.onMark(node);
        }
    };
    const onKeyDown = (event: KeyboardEvent) => {
        const node = (event.target as HTMLElement).dataset.node;
        if (node === undefined) {
            return;
        }
        if (!event.altKey && !event.ctrlKey && !event.metaKey && /^(Arrow|Home|End)/.test(event.key)) {
            event.preventDefault();
            const next = neighbour(all, node, event.key);
            onSelect(next);
            ground.current?.querySelector<HTMLElement>(`[data-node="${next}"]`)?.focus();
            return;
        }
        onKey?.(event, node);
    };

    return (
        <section
            aria-label={label}
            ref={ground}
            onKeyDown={onKeyDown}
            {...(change === undefined
                ? {}
                : { ...handlers, onClickCapture: onClick, onCopy: onClipboard, onCut: onClipboard, onPaste: onClipboard })}
            className="relative max-h-full overflow-auto rounded-lg border border-line bg-sheet md:[contain:layout_paint_style]"
        >
            <div className="max-md:flex max-md:flex-col">
                {rows.map((row, index) => {
                    const first = index * perRow;
                    const last = first + row.length - 1;
                    const here = forks.filter(({ from, to }) => (from >= first && from <= last) || (to >= first && to <= last));
                    return (
                        <div key={first} className="relative flex max-md:contents">
                            <Arcs arcs={here} width={width} first={first} count={row.length} />
                            <ol
                                start={first + 1}
                                className="grid min-w-full grid-rows-[auto_1fr] max-md:contents"
                                style={{ gridTemplateColumns: `repeat(${row.length}, ${width}px) minmax(0, 1fr)` }}
                            >
                                {row.map((column, position) => (
                                    <ColumnView
                                        key={column.id}
                                        column={column}
                                        far={far}
                                        width={width}
                                        selected={selected !== null && contains(column, selected) ? selected : null}
                                        current={current !== undefined && contains(column, current) ? current : undefined}
                                        onSelect={onSelect}
                                        findings={findings}
                                        answers={answers}
                                        at={at}
                                        share={share}
                                        marked={change?.marked.has(column.id) ?? false}
                                        canBeMoved={change !== undefined}
                                        drop={drop !== null && contains(column, drop.node) ? drop : null}
                                        leadsTo={forks
                                            .filter((arc) => arc.from === first + position)
                                            .map((arc) => `${arc.label} → ${arc.goal}`)
                                            .join(', ')}
                                        sky={here.length > 0 ? SKY : LOW_SKY}
                                    />
                                ))}
                                {/* The ground goes on to the edge. */}
                                <li aria-hidden="true" className="row-span-2 grid grid-rows-subgrid max-md:hidden">
                                    <div />
                                    <div className="border-t-3 border-ink bg-earth" />
                                </li>
                            </ol>
                        </div>
                    );
                })}
            </div>
        </section>
    );
}

function contains(column: Column, id: string): boolean {
    return (
        column.id === id ||
        column.sections.some(
            (section) => section.cue?.id === id || section.ladders.some((ladder) => ladder.rungs.some((rung) => rung.id === id)),
        )
    );
}
