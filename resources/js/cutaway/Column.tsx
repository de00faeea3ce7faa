import { BookOpen, Film, Flag, Layers, RotateCw, SquareCheck, TriangleAlert } from 'lucide-react';
import { memo } from 'react';
import type { Finding, Stop } from '../api/types';
import { kindWords, showsOptions } from '../quiz/kinds';
import { entryName, letter, stopName } from '../quiz/names';
import { nameOf } from '../quiz/text';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import type { Props } from './Cutaway';
import { type Drop, draggableNode, dropSign } from './dragging';
import { Ladder } from './Ladder';
import { DENSE } from './measures';
import type { Column } from './model';

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
    marked: boolean;
    canBeMoved: boolean;
    /** Where in it something would be let go. */
    drop: Drop | null;
}

/** Drawn again only where something of its own changed: a quiz has up to 300 of them. */
export const ColumnView = memo(function ColumnView({
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
    marked,
    canBeMoved,
    drop,
}: ColumnProps) {
    const { stop, finish } = column;
    const dense = width < DENSE;
    const name = stop === null ? (finish?.title ?? '') : stopName(stop);
    const grave = findings.filter((finding) => finding.stop === column.id && finding.severity !== 'advises');
    const loops = findings.some((finding) => finding.loop.includes(column.id));
    const place = column.side
        ? say('cutaway.side-stop')
        : column.number === null
          ? say('cutaway.finish')
          : say('cutaway.stop', { number: column.number });

    return (
        <li className="row-span-2 grid grid-rows-subgrid max-md:flex max-md:w-full max-md:flex-row">
            <div
                className={`flex flex-col justify-end px-1.5 md:pt-[var(--sky)] max-md:w-44 max-md:shrink-0 max-md:border-r-3 max-md:border-ink max-md:py-1.5 ${column.side ? 'opacity-95' : ''}`}
                style={{ '--sky': `${sky}px` } as React.CSSProperties}
            >
                <div className="flex flex-col justify-end">
                    {at !== undefined && <div className="relative flex min-h-6 flex-wrap items-end gap-0.5 px-1 pb-1">{at(column.id)}</div>}
                    <button
                        type="button"
                        data-node={column.id}
                        tabIndex={current === column.id ? 0 : -1}
                        aria-current={selected === column.id}
                        aria-label={say('cutaway.column', { place, name, grave: grave.length, isMarked: marked ? 'yes' : 'no' })}
                        onClick={() => onSelect(column.id)}
                        data-stands="across"
                        {...(canBeMoved && stop !== null ? draggableNode(column.id) : {})}
                        className={`relative flex min-h-0 flex-col gap-1 ${dropSign(drop, column.id, true)} rounded-t-md border border-b-0 ${dense ? 'p-1.5' : 'p-2'} text-left max-md:rounded-md max-md:border ${
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
                            {marked && <SquareCheck size={16} className="text-accent" aria-hidden="true" />}
                            {loops && (
                                <span className="ml-auto flex items-center gap-1 font-semibold text-accent">
                                    <RotateCw size={14} aria-hidden="true" /> {say('cutaway.in-a-circle')}
                                </span>
                            )}
                            {grave.length > 0 && !loops && <TriangleAlert size={14} className="ml-auto text-accent" aria-hidden="true" />}
                        </span>
                        <span
                            className={`${dense ? 'line-clamp-4 text-xs' : 'line-clamp-3 text-sm'} shrink-0 font-semibold break-words hyphens-auto`}
                        >
                            {name}
                        </span>
                        {!far && stop !== null && <Below stop={stop} answers={answers} />}
                    </button>
                </div>
            </div>
            <div className="relative min-w-0 flex-1 border-t-3 border-ink bg-earth px-1.5 pb-3 max-md:border-t-0 max-md:border-b max-md:border-b-earth-deep max-md:pt-2">
                {leadsTo !== '' && <p className="hidden text-xs text-accent max-md:block">{leadsTo}</p>}
                {column.sections.map((section) => (
                    <div key={section.question}>
                        {section.cue !== null && (
                            <div className={dense ? 'mt-1.5' : 'mt-2'}>
                                {at !== undefined && <div className="flex flex-wrap gap-0.5 px-1">{at(section.cue.id)}</div>}
                                <button
                                    type="button"
                                    data-node={section.cue.id}
                                    tabIndex={current === section.cue.id ? 0 : -1}
                                    aria-current={selected === section.cue.id}
                                    aria-label={say('cutaway.cue-at', { time: timecode(section.cue.at), text: section.cue.text })}
                                    onClick={() => onSelect(section.cue?.id ?? '')}
                                    {...(canBeMoved ? draggableNode(section.cue.id) : {})}
                                    className={`relative w-full ${dropSign(drop, section.cue.id, false)} rounded-md border px-2 text-left text-xs ${dense ? 'flex gap-1 py-0.5' : 'py-1'} ${
                                        selected === section.cue.id ? 'border-accent bg-tint' : 'border-rail bg-sheet hover:border-ink'
                                    }`}
                                >
                                    <span className="font-semibold">{timecode(section.cue.at)}</span>{' '}
                                    <span className={dense ? 'line-clamp-1' : 'line-clamp-2'}>
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
                                dense={dense}
                                canBeMoved={canBeMoved}
                                drop={drop}
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
