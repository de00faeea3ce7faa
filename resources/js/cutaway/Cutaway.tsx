import {
    BookOpen,
    BookOpenCheck,
    CircleHelp,
    Film,
    Flag,
    Hand,
    Layers,
    Lightbulb,
    NotebookPen,
    RotateCw,
    TriangleAlert,
} from 'lucide-react';
import { type KeyboardEvent, memo, type ReactNode, useEffect, useMemo, useRef } from 'react';
import type { Finding, QuizDocument, Rung, Stop } from '../api/types';
import { entryName, kindWords, letter, rungName, rungWords, short, showsOptions, stopName } from '../quiz/document';
import { nameOf } from '../quiz/text';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import { type Arc, arcs, type Column, columns, neighbour } from './model';

interface Props {
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
}

const NEAR = 216;
const FAR = 116;
/** Room above the columns for arcs, and without any. */
const SKY = 84;
const LOW_SKY = 20;
/** Height of the columns above the ground, with the students who stand at them. */
const STANDS = 204;

const rungIcons: Record<Rung['kind'], ReactNode> = {
    hint: <Lightbulb size={14} aria-hidden="true" />,
    video: <Film size={14} aria-hidden="true" />,
    reading: <BookOpen size={14} aria-hidden="true" />,
    'worked-example': <BookOpenCheck size={14} aria-hidden="true" />,
    exercise: <NotebookPen size={14} aria-hidden="true" />,
    question: <CircleHelp size={14} aria-hidden="true" />,
    teacher: <Hand size={14} aria-hidden="true" />,
};

/**
 * The picture of a quiz: stops on the ground line, ladders below, forks as arcs above. The same when building,
 * rehearsing, watching and looking back. On a narrow screen it turns: the ground on the left, ladders to the right.
 */
export function Cutaway({ document, label, selected, onSelect, far = false, findings = [], answers = true, at, share, onKey }: Props) {
    const all = useMemo(() => columns(document), [document]);
    const forks = useMemo(() => arcs(all), [all]);
    const ground = useRef<HTMLDivElement>(null);
    const current = selected !== null && all.some((column) => contains(column, selected)) ? selected : all[0]?.id;
    const width = far ? FAR : NEAR;
    const sky = forks.length > 0 ? SKY : LOW_SKY;

    // Only the selection brings a node into sight; typing beside the picture must not scroll it.
    useEffect(() => {
        ground.current?.querySelector(`[data-node="${selected}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    }, [selected]);

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
            className="relative h-full overflow-auto rounded-lg border border-line bg-sheet md:[contain:layout_paint_style]"
        >
            <div className="relative flex min-h-full w-max min-w-full max-md:w-full max-md:flex-col">
                <Arcs arcs={forks} width={width} count={all.length} />
                <ol className="contents">
                    {all.map((column, position) => (
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
                            leadsTo={forks
                                .filter((arc) => arc.from === position)
                                .map((arc) => `${arc.label} → ${arc.to + 1}`)
                                .join(', ')}
                            sky={sky}
                        />
                    ))}
                </ol>
                <div className="flex min-w-4 flex-1 flex-col max-md:hidden" aria-hidden="true">
                    <div style={{ height: sky + STANDS }} />
                    <div className="flex-1 border-t-3 border-ink bg-earth" />
                </div>
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

const Arcs = memo(function Arcs({ arcs: all, width, count }: { arcs: Arc[]; width: number; count: number }) {
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

interface ColumnProps {
    column: Column;
    far: boolean;
    width: number;
    selected: string | null;
    current: string | undefined;
    onSelect: (id: string) => void;
    findings: Finding[];
    answers: boolean;
    at: Props['at'];
    share: Props['share'];
    /** Where it leads beside the next stop, in words. */
    leadsTo: string;
    sky: number;
}

/** Drawn again only where something of its own changed: a quiz has up to 300 of them. */
const ColumnView = memo(function ColumnView({
    column,
    sky,
    far,
    width,
    selected,
    current,
    onSelect,
    findings,
    at,
    share,
    leadsTo,
    answers,
}: ColumnProps) {
    const { stop, finish } = column;
    const name = stop === null ? (finish?.title ?? '') : stopName(stop);
    const grave = findings.filter((finding) => finding.stop === column.id && finding.severity !== 'advises');
    const loops = findings.some((finding) => finding.loop.includes(column.id));
    const place = column.side
        ? say('cutaway.side-stop')
        : column.number === null
          ? say('cutaway.finish')
          : say('cutaway.stop', { number: column.number });

    return (
        <li
            className="flex w-[var(--column)] shrink-0 flex-col max-md:w-full max-md:flex-row"
            style={{ '--column': `${width}px` } as React.CSSProperties}
        >
            <div
                className={`flex flex-col justify-end px-1.5 md:pt-[var(--sky)] max-md:w-44 max-md:shrink-0 max-md:border-r-3 max-md:border-ink max-md:py-1.5 ${column.side ? 'opacity-95' : ''}`}
                style={{ '--sky': `${sky}px` } as React.CSSProperties}
            >
                <div className="flex flex-col justify-end md:h-[204px]">
                    <div className="relative flex min-h-6 flex-wrap items-end gap-0.5 px-1 pb-1">{at?.(column.id)}</div>
                    <button
                        type="button"
                        data-node={column.id}
                        tabIndex={current === column.id ? 0 : -1}
                        aria-current={selected === column.id}
                        aria-label={say('cutaway.column', { place, name, grave: grave.length })}
                        onClick={() => onSelect(column.id)}
                        className={`relative flex min-h-0 flex-col gap-1 overflow-hidden rounded-t-md border border-b-0 p-2 text-left max-md:rounded-md max-md:border ${
                            selected === column.id ? 'border-accent bg-tint' : 'border-edge bg-paper hover:border-ink'
                        } ${column.side ? 'border-dashed' : ''} ${loops ? 'outline-3 -outline-offset-3 outline-accent' : ''}`}
                    >
                        <span className="flex items-center gap-1.5 text-xs text-soft">
                            {column.number !== null && (
                                <span className="text-base leading-none font-semibold text-ink">{column.number}</span>
                            )}
                            {column.side && say('cutaway.side-stop-2')}
                            {finish !== null && (
                                <>
                                    <Flag size={14} aria-hidden="true" /> {say('cutaway.a-finish')}
                                </>
                            )}
                            {stop?.kind === 'video' && <Film size={14} aria-hidden="true" />}
                            {(stop?.kind === 'reading' || stop?.kind === 'text') && <BookOpen size={14} aria-hidden="true" />}
                            {stop?.kind === 'drill' && <Layers size={14} aria-hidden="true" />}
                            {loops && (
                                <span className="ml-auto flex items-center gap-1 font-semibold text-accent">
                                    <RotateCw size={14} aria-hidden="true" /> {say('cutaway.in-a-circle')}
                                </span>
                            )}
                            {grave.length > 0 && !loops && <TriangleAlert size={14} className="ml-auto text-accent" aria-hidden="true" />}
                        </span>
                        <span className={`${far ? 'line-clamp-4 text-xs' : 'line-clamp-3 text-sm'} shrink-0 font-semibold break-words`}>
                            {name}
                        </span>
                        {!far && stop !== null && <Below stop={stop} answers={answers} />}
                    </button>
                </div>
            </div>
            <div className="min-w-0 flex-1 border-t-3 border-ink bg-earth px-1.5 pb-4 max-md:border-t-0 max-md:border-b max-md:border-b-earth-deep max-md:pt-2">
                {leadsTo !== '' && <p className="hidden text-xs text-accent max-md:block">{leadsTo}</p>}
                {column.sections.map((section) => (
                    <div key={section.question}>
                        {section.cue !== null && (
                            <div className="mt-2">
                                <div className="flex flex-wrap gap-0.5 px-1">{at?.(section.cue.id)}</div>
                                <button
                                    type="button"
                                    data-node={section.cue.id}
                                    tabIndex={current === section.cue.id ? 0 : -1}
                                    aria-current={selected === section.cue.id}
                                    aria-label={say('cutaway.cue-at', { time: timecode(section.cue.at), text: section.cue.text })}
                                    onClick={() => onSelect(section.cue?.id ?? '')}
                                    className={`w-full rounded-md border px-2 py-1 text-left text-xs ${
                                        selected === section.cue.id ? 'border-accent bg-tint' : 'border-rail bg-sheet hover:border-ink'
                                    }`}
                                >
                                    <span className="font-semibold">{timecode(section.cue.at)}</span>{' '}
                                    <span className={far ? 'line-clamp-1' : 'line-clamp-2'}>
                                        {section.cue.text || say('cutaway.empty-question')}
                                    </span>
                                </button>
                            </div>
                        )}
                        {section.ladders.map((ladder) => (
                            <Ladder
                                key={ladder.label}
                                label={ladder.label}
                                rungs={ladder.rungs}
                                far={far}
                                selected={selected}
                                current={current}
                                onSelect={onSelect}
                                at={at}
                                share={share}
                            />
                        ))}
                    </div>
                ))}
            </div>
        </li>
    );
});

/** What a stop's column tells below its name: the answers of a question, the timeline of a video. */
function Below({ stop, answers }: { stop: Stop; answers: boolean }) {
    if (stop.kind === 'question') {
        const choice = showsOptions(stop.question.kind);
        const entries = stop.question.entries.filter((entry) => entryName(entry, stop.question.kind) !== '' && (answers || choice));
        return (
            <span className="grid text-xs leading-snug text-soft">
                {entries.slice(0, 3).map((entry, index) => (
                    <span key={entry.id} className={`truncate ${answers && entry.right ? 'font-semibold text-well' : ''}`}>
                        {choice ? `${letter(index)} ` : entry.right ? '= ' : '≠ '}
                        {entryName(entry, stop.question.kind)}
                    </span>
                ))}
                {entries.length === 0 && kindWords(stop.question.kind)}
                {entries.length > 3 && <span>{say('cutaway.and-more', { count: entries.length - 3 })}</span>}
            </span>
        );
    }
    if (stop.kind === 'video') {
        const last = Math.max(stop.clip.to ?? 0, ...stop.cues.map((cue) => cue.at * 1.1), stop.clip.from + 1);
        return (
            <span
                className="relative mt-1 block h-3 rounded-sm bg-earth-deep"
                title={say('cutaway.questions-in-it', { cues: stop.cues.length })}
            >
                {stop.cues.map((cue) => (
                    <span
                        key={cue.id}
                        className="absolute top-0 h-3 w-0.5 bg-accent"
                        style={{ left: `${((cue.at - stop.clip.from) / (last - stop.clip.from)) * 100}%` }}
                    />
                ))}
            </span>
        );
    }
    if (stop.kind === 'drill') {
        return (
            <span className="text-xs text-soft">
                {say('cutaway.of-dealt-to-get-right', { deal: stop.deal, questions: stop.questions.length, need: stop.need })}
                <span className="mt-1 flex flex-col gap-0.5" aria-hidden="true">
                    {stop.questions.slice(0, 4).map((question, index) => (
                        <span
                            key={question.id}
                            className="h-1.5 rounded-sm border border-rail bg-sheet"
                            style={{ marginLeft: index * 4, marginRight: 12 - index * 4 }}
                        />
                    ))}
                </span>
            </span>
        );
    }
    if (stop.kind === 'staircase') {
        return (
            <span className="text-xs text-soft">
                {say('cutaway.levels', { levels: stop.levels.length })}
                <span className="mt-1 flex h-8 items-end gap-0.5" aria-hidden="true">
                    {stop.levels.map((_, index) => (
                        <span
                            key={index}
                            className="flex-1 border-t-2 border-rail bg-earth-deep"
                            style={{ height: `${((index + 1) / stop.levels.length) * 100}%` }}
                        />
                    ))}
                </span>
            </span>
        );
    }
    // A text between questions is named by its words already.
    return stop.kind === 'text' ? null : <span className="line-clamp-3 text-xs text-soft">{nameOf(stop.text)}</span>;
}

interface LadderProps {
    label: string;
    rungs: Rung[];
    far: boolean;
    selected: string | null;
    current: string | undefined;
    onSelect: (id: string) => void;
    at: Props['at'];
    share: Props['share'];
}

function Ladder({ label, rungs, far, selected, current, onSelect, at, share }: LadderProps) {
    return (
        <div className="mt-2">
            {label !== '' && <p className="truncate px-3 text-xs text-soft">{label}</p>}
            <ol className="border-x-4 border-rail px-0 max-md:flex max-md:border-x-0 max-md:border-y-4">
                {rungs.map((rung, index) => {
                    const part = share?.(rung.id) ?? 0;
                    return (
                        <li key={rung.id} className="py-1.5 max-md:flex-1 max-md:px-1">
                            <button
                                type="button"
                                data-node={rung.id}
                                tabIndex={current === rung.id ? 0 : -1}
                                aria-current={selected === rung.id}
                                aria-label={say('cutaway.rung', {
                                    number: index + 1,
                                    kind: rungWords(rung.kind),
                                    name: rungName(rung),
                                })}
                                onClick={() => onSelect(rung.id)}
                                className={`relative block w-full overflow-hidden border-y-2 px-2 py-1 text-left text-xs ${
                                    selected === rung.id ? 'border-accent bg-tint' : 'border-rail bg-earth-deep hover:border-ink'
                                }`}
                            >
                                {part > 0 && (
                                    <span
                                        aria-hidden="true"
                                        className="absolute inset-y-0 left-0 bg-rail opacity-30"
                                        style={{ width: `${part * 100}%` }}
                                    />
                                )}
                                <span className="relative flex items-start gap-1.5">
                                    <span className="mt-0.5 shrink-0">{rungIcons[rung.kind]}</span>
                                    <span className={`min-w-0 break-words ${far ? 'line-clamp-1' : 'line-clamp-2'}`}>{rungName(rung)}</span>
                                </span>
                            </button>
                            <div className="flex flex-wrap gap-0.5 px-1">{at?.(rung.id)}</div>
                        </li>
                    );
                })}
            </ol>
        </div>
    );
}
