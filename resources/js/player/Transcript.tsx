import { useEffect, useRef, useState } from 'react';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { printAlone } from '../ui/printAlone';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import { type CaptionLine, useCaptions } from './useCaptions';

interface Props {
    medium: string;
    language: string;
    title: string;
    at: number;
    onGo: (to: number) => void;
    chapters: { at: number; words: string }[];
}

/** What is said in a video, line by line: it goes along, is searched and printed, and a press on a line goes there. */
export function Transcript({ medium, language, title, at, onGo, chapters }: Props) {
    const lines = useCaptions(medium, language);
    const [wanted, setWanted] = useState('');
    const list = useRef<HTMLDivElement>(null);
    const here = lines?.findLastIndex((line) => line.from <= at + 0.05) ?? -1;
    useEffect(() => {
        const shown = list.current;
        const line = shown?.querySelector<HTMLElement>(`[data-line="${here}"]`);
        // The list alone is moved, never the page.
        if (shown !== null && line !== null && line !== undefined && wanted === '') {
            shown.scrollTop = line.offsetTop - shown.clientHeight / 3;
        }
    }, [here, wanted]);
    if (lines === null) {
        return <p className="border-t border-line px-3 py-2 text-sm text-soft">{say('ui.one-moment')}</p>;
    }
    const sought = wanted.trim().toLocaleLowerCase();
    const found = sought === '' ? lines.length : lines.filter((line) => holds(line, sought)).length;
    return (
        <section className="border-t border-line px-3 py-2" aria-label={say('player.transcript.transcript')}>
            <div className="flex flex-wrap items-end gap-2">
                <div className="min-w-40 flex-1">
                    <Field
                        label={say('player.transcript.search')}
                        type="search"
                        value={wanted}
                        onChange={(event) => setWanted(event.currentTarget.value)}
                    />
                </div>
                <Button onClick={() => printAlone(title, printed(lines, chapters))}>{say('player.transcript.print')}</Button>
            </div>
            {sought !== '' && (
                <p role="status" className="mt-1 text-sm text-soft">
                    {say('player.transcript.found', { n: found })}
                </p>
            )}
            <div ref={list} className="relative mt-2 max-h-56 overflow-y-auto">
                {lines.map((line, index) => (
                    <button
                        key={`${line.from} ${index}`}
                        type="button"
                        data-line={index}
                        aria-current={index === here ? 'true' : undefined}
                        hidden={sought !== '' && !holds(line, sought)}
                        className={`grid w-full grid-cols-[3.5rem_1fr] gap-2 rounded-sm px-1 py-1 text-left hover:bg-tint [&[hidden]]:hidden ${index === here ? 'bg-tint font-semibold' : ''}`}
                        onClick={() => onGo(line.from)}
                    >
                        <span className="text-sm text-soft">{timecode(Math.floor(line.from))}</span>
                        <span>{line.text}</span>
                    </button>
                ))}
            </div>
        </section>
    );
}

function holds(line: CaptionLine, sought: string): boolean {
    return line.text.toLocaleLowerCase().includes(sought);
}

/** The words as a text, with its headings. */
function printed(lines: CaptionLine[], chapters: Props['chapters']): { heading: boolean; time: string; text: string }[] {
    return [
        ...chapters.map((chapter) => ({ at: chapter.at, heading: true, text: chapter.words })),
        ...lines.map((line) => ({ at: line.from, heading: false, text: line.text })),
    ]
        .sort((a, b) => a.at - b.at || Number(b.heading) - Number(a.heading))
        .map(({ at, ...rest }) => ({ ...rest, time: timecode(Math.floor(at)) }));
}
