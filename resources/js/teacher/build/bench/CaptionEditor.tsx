import { Trash2 } from 'lucide-react';
import { type KeyboardEvent, memo, useCallback, useEffect, useRef } from 'react';
import { languageName } from '../../../player/useCaptions';
import { tenth } from '../../../quiz/cues';
import { Button } from '../../../ui/Button';
import { inputClass, Select } from '../../../ui/Field';
import { TimecodeField } from '../../../ui/TimecodeField';
import { ulid } from '../../../ui/ulid';
import { locale, say } from '../../../words/words';
import { typed } from './captionText';
import { type Playhead, useMoment } from './playhead';
import type { Captioning, Line } from './useCaptionTrack';

/** Languages that are offered first; any other comes with a file whose language is chosen here too. */
const offered = [
    'en',
    'de',
    'fr',
    'es',
    'it',
    'pt',
    'nl',
    'pl',
    'da',
    'sv',
    'nb',
    'fi',
    'cs',
    'el',
    'tr',
    'uk',
    'ru',
    'ar',
    'fa',
    'hi',
    'zh',
    'ja',
];

/** Seconds that a new line stands. */
const LINE = 3;

interface Props {
    captioning: Captioning;
    playhead: Playhead;
    /** The line to show, and how often it was asked for. */
    wanted: { index: number; turn: number } | null;
    onGo: (to: number) => void;
}

/** The captions of a video, line by line with their times. */
export function CaptionEditor({ captioning, playhead, wanted, onGo }: Props) {
    const { languages, language, lines, change } = captioning;
    const list = useRef<HTMLUListElement>(null);
    const file = useRef<HTMLInputElement>(null);
    const here = useMoment(playhead, (at) => lines.findLastIndex((line) => line.from <= at + 0.05));
    const newest = useRef(captioning);
    newest.current = captioning;
    const put = useCallback((index: number, line: Line) => {
        const { lines: now, change: keep } = newest.current;
        keep(now.with(index, line));
    }, []);
    // In the order of their times, as soon as a time is left.
    const sort = useCallback(() => {
        const { lines: now, change: keep } = newest.current;
        const sorted = [...now].sort(byTime);
        if (sorted.some((line, index) => line !== now[index])) {
            keep(sorted);
        }
    }, []);
    const take = useCallback((index: number) => {
        newest.current.change(newest.current.lines.toSpliced(index, 1));
    }, []);
    const show = (index: number) => {
        const row = list.current?.querySelector<HTMLElement>(`[data-row="${index}"]`);
        row?.scrollIntoView({ block: 'nearest' });
        return row;
    };
    // biome-ignore lint/correctness/useExhaustiveDependencies: asked for once more it is shown once more
    useEffect(() => {
        if (wanted !== null) {
            show(wanted.index)?.querySelector('textarea')?.focus();
        }
    }, [wanted]);
    // biome-ignore lint/correctness/useExhaustiveDependencies: it goes along with the video
    useEffect(() => {
        if (list.current?.contains(window.document.activeElement) === false) {
            show(here);
        }
    }, [here]);
    const add = () => {
        const from = tenth(playhead.at);
        const next = lines.find((line) => line.from > from);
        const to = Math.min(from + LINE, next?.from ?? Number.POSITIVE_INFINITY);
        change([...lines, { from, to, text: '', key: ulid() }].sort(byTime));
        setTimeout(() => {
            const index = newest.current.lines.findIndex((line) => line.from === from && line.text === '');
            show(index)?.querySelector('textarea')?.focus();
        });
    };
    return (
        <div className="flex min-h-0 flex-1 flex-col gap-2 px-3 py-2 text-sm">
            <div className="flex flex-wrap items-end gap-2">
                <div className="w-40">
                    <Select
                        label={say('build.captions.language')}
                        value={language ?? ''}
                        onChange={(event) => event.currentTarget.value !== '' && captioning.choose(event.currentTarget.value)}
                    >
                        {language === null && <option value="">{say('build.captions.choose')}</option>}
                        {[...languages, ...offered.filter((one) => !languages.includes(one))].map((one) => (
                            <option key={one} value={one}>
                                {languages.includes(one)
                                    ? languageName(one, locale())
                                    : say('build.captions.not-yet', { language: languageName(one, locale()) })}
                            </option>
                        ))}
                    </Select>
                </div>
                {language !== null && (
                    <>
                        <Button onClick={add}>{say('build.captions.line-here')}</Button>
                        <Button onClick={() => file.current?.click()}>{say('build.captions.send-a-file')}</Button>
                        <input
                            ref={file}
                            type="file"
                            className="sr-only"
                            tabIndex={-1}
                            accept=".vtt,.srt,text/vtt"
                            aria-label={say('build.captions.file')}
                            onChange={(event) => {
                                const chosen = event.currentTarget.files?.[0];
                                event.currentTarget.value = '';
                                if (chosen !== undefined) {
                                    void captioning.send(chosen);
                                }
                            }}
                        />
                        {captioning.undo !== null && (
                            <Button weight="quiet" onClick={captioning.undo}>
                                {say('build.captions.undo')}
                            </Button>
                        )}
                        {lines.length > 0 && (
                            <Button weight="quiet" onClick={() => void captioning.remove()}>
                                {say('build.captions.take-all-away')}
                            </Button>
                        )}
                    </>
                )}
            </div>
            {language !== null && (
                <p role="status" className={captioning.state === 'refused' ? 'font-semibold text-accent' : 'text-soft'}>
                    {captioning.notes.length > 0
                        ? captioning.notes.join(' ')
                        : say('build.captions.state', { state: captioning.state, n: lines.length })}
                </p>
            )}
            <ul ref={list} className="min-h-40 flex-1 overflow-y-auto">
                {lines.map((line, index) => (
                    <Row
                        key={line.key}
                        index={index}
                        line={line}
                        isHere={index === here}
                        onPut={put}
                        onTake={take}
                        onSort={sort}
                        onGo={onGo}
                    />
                ))}
            </ul>
        </div>
    );
}

interface RowProps {
    index: number;
    line: Line;
    isHere: boolean;
    onPut: (index: number, line: Line) => void;
    onTake: (index: number) => void;
    onSort: () => void;
    onGo: (to: number) => void;
}

const Row = memo(function Row({ index, line, isHere, onPut, onTake, onSort, onGo }: RowProps) {
    const number = index + 1;
    return (
        <li
            data-row={index}
            className={`grid grid-cols-[3.7rem_3.7rem_minmax(0,1fr)_1.75rem] items-start gap-1 [&_:is(input,textarea)]:px-1.5 [&_:is(input,textarea)]:py-1.5 [&_:is(input,textarea)]:text-sm border-l-4 py-1 pl-1 [contain-intrinsic-size:auto_3rem] [content-visibility:auto] ${isHere ? 'border-accent bg-tint' : 'border-transparent'}`}
        >
            <TimecodeField
                hideLabel
                label={say('build.captions.from', { number })}
                value={line.from}
                onBlur={onSort}
                onChange={(from) => onPut(index, { ...line, from })}
            />
            <TimecodeField
                hideLabel
                label={say('build.captions.to', { number })}
                value={line.to}
                onBlur={onSort}
                onChange={(to) => onPut(index, { ...line, to })}
            />
            <textarea
                className={`${inputClass} min-h-10 resize-none [field-sizing:content]`}
                rows={1}
                maxLength={1000}
                aria-label={say('build.captions.text', { number })}
                value={typed(line.text)}
                onFocus={() => onGo(line.from)}
                onKeyDown={(event: KeyboardEvent) => event.stopPropagation()}
                onChange={(event) => onPut(index, { ...line, text: event.currentTarget.value })}
            />
            <button
                type="button"
                className="grid size-7 place-items-center rounded-md text-soft hover:bg-tint"
                aria-label={say('build.captions.delete', { number })}
                onClick={() => onTake(index)}
            >
                <Trash2 size={16} />
            </button>
        </li>
    );
});

function byTime(a: Line, b: Line): number {
    return a.from - b.from || a.to - b.to;
}
