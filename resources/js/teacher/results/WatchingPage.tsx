import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { QuizDocument, Task, Watching } from '../../api/types';
import { MediaKnown } from '../../player/media';
import { type VideoDrive, VideoPlayer } from '../../player/VideoPlayer';
import { cueName } from '../../quiz/cues';
import { rungName, stopName } from '../../quiz/names';
import { find } from '../../quiz/places';
import { useMediaKnown } from '../../richtext/media';
import { byWords, lastNameFirst, SortHead, sorted, useSorting } from '../../ui/figures/Sorting';
import { secondsWords } from '../../ui/figures/words';
import { Notice } from '../../ui/Notice';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { SecondBars } from './SecondBars';
import { VideoComments } from './VideoComments';

/** While a class still watches the record follows, in milliseconds. */
const LOOK_EVERY = 20_000;

/** How one video of a task was watched: the class summed, each student as a strip, and what was written at its moments. */
export function WatchingPage() {
    const { task: id = '', video = '' } = useParams();
    const task = useQuery({
        queryKey: ['task', id],
        queryFn: () => take(client.GET('/tasks/{task}', { params: { path: { task: id } } })),
    });
    const watching = useQuery({
        queryKey: ['watching', id, video],
        queryFn: () => take(client.GET('/tasks/{task}/videos/{video}', { params: { path: { task: id, video } } })),
        refetchInterval: LOOK_EVERY,
    });
    const known = useMediaKnown();
    if (task.data === undefined || watching.data === undefined) {
        const error = task.error ?? watching.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    return (
        <MediaKnown value={known}>
            <Record task={task.data} video={video} watching={watching.data} />
        </MediaKnown>
    );
}

interface Row {
    student: string;
    name: string;
    watched: Watching['students'][number] | null;
}

/** The columns with figures, by which students can be sorted. */
const figures: { key: string; words: string; className: string; value: (row: Row) => number }[] = [
    { key: 'share', words: say('teacher.watching.share'), className: 'text-right', value: (row) => row.watched?.share ?? 0 },
    { key: 'seconds', words: say('teacher.watching.time'), className: 'text-right', value: (row) => row.watched?.seconds ?? 0 },
    { key: 'jumps', words: say('teacher.watching.jumps'), className: 'pl-4 text-left', value: (row) => row.watched?.jumps.length ?? 0 },
];

function Record({ task, video, watching }: { task: Task; video: string; watching: Watching }) {
    const player = useRef<VideoDrive>(null);
    const { sorting, turn } = useSorting();
    const { from, to } = watching;
    const name = nameOf(task.document, video);
    const cues = cuesOf(task.document, video);
    const by = new Map(watching.students.map((one) => [one.student, one]));
    const rows: Row[] = Object.entries(watching.names)
        .map(([student, own]) => ({ student, name: own, watched: by.get(student) ?? null }))
        .sort((a, b) => byWords(lastNameFirst(a.name), lastNameFirst(b.name)));
    const value = sorting?.key === 'name' ? (row: Row) => lastNameFirst(row.name) : figures.find(({ key }) => key === sorting?.key)?.value;
    const shown = sorted(rows, sorting, value);
    const go = (at: number) => player.current?.go(at);
    return (
        <main className="grid gap-5 px-5 py-4">
            <div>
                <p className="text-sm">
                    <Link className="underline" to={`/tasks/${task.id}/evidence`}>
                        {say('teacher.watching.back-to-the-evidence', { title: task.title })}
                    </Link>
                </p>
                <h1 className="text-2xl">{name}</h1>
                <p className="text-soft">{say('teacher.watching.of-so-many', { n: watching.students.length, of: rows.length })}</p>
            </div>
            <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-5 lg:grid-cols-[minmax(0,1fr)_24rem]">
                <section aria-labelledby="class" className="rounded-lg border border-line bg-sheet p-3">
                    <h2 id="class" className="mb-2 text-lg">
                        {say('teacher.watching.the-class')}
                    </h2>
                    <SecondBars
                        seen={watching.seen}
                        again={watching.again}
                        students={watching.students.length}
                        first={Math.floor(from)}
                        last={Math.ceil(to) - 1}
                    />
                    <div className="relative h-5" aria-hidden="true">
                        {[...cues, ...watching.comments.map((comment) => ({ at: comment.at, words: '“' }))].map((cue, index) => (
                            <span
                                key={`${cue.at} ${index}`}
                                title={cue.words}
                                className="absolute top-0 h-3 w-0.5 bg-accent"
                                style={{ left: `${((cue.at - from) / Math.max(0.1, to - from)) * 100}%` }}
                            />
                        ))}
                    </div>
                    <p className="mb-2 flex justify-between text-xs text-soft">
                        <span>{timecode(from)}</span>
                        <span>{say('teacher.watch-maps.height-share-of-those-who')}</span>
                        <span>{timecode(to)}</span>
                    </p>
                    <Moments words={say('teacher.watching.most-again')} moments={watching.mostAgain} onGo={go} />
                    <Moments words={say('teacher.watching.most-left')} moments={watching.mostLeft} onGo={go} />
                </section>
                {watching.media !== null && (
                    <VideoPlayer
                        title={name}
                        clip={{ media: watching.media, from, to }}
                        marks={cues.map((cue) => ({ at: cue.at, done: true }))}
                        driven={player}
                    />
                )}
            </div>
            <section aria-labelledby="students" className="min-w-0">
                <h2 id="students" className="mb-2 text-lg">
                    {say('teacher.watching.students')}
                </h2>
                <div className="overflow-x-auto">
                    <table className="w-full min-w-[40rem] text-sm">
                        <thead>
                            <tr>
                                <SortHead of="name" words={say('teacher.watching.name')} {...{ sorting, turn }} className="text-left" />
                                <th className="w-1/2 text-left font-normal">{say('teacher.watching.strip')}</th>
                                {figures.map(({ key, words, className }) => (
                                    <SortHead key={key} of={key} words={words} sorting={sorting} turn={turn} className={className} />
                                ))}
                            </tr>
                        </thead>
                        <tbody>
                            {shown.map((row) => (
                                <tr key={row.student} className="border-t border-line align-middle">
                                    <th scope="row" className="py-1 pr-2 text-left font-normal">
                                        <Link className="underline" to={`/tasks/${task.id}/students/${row.student}`}>
                                            {row.name}
                                        </Link>
                                    </th>
                                    <td>
                                        <Strip row={row} from={from} to={to} onGo={go} />
                                    </td>
                                    <td className="text-right">
                                        <Completion share={row.watched?.share ?? 0} />
                                    </td>
                                    <td className="px-2 text-right">{row.watched === null ? '–' : secondsWords(row.watched.seconds)}</td>
                                    <td className="pl-4">
                                        <Jumps jumps={row.watched?.jumps ?? []} />
                                    </td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </div>
            </section>
            <VideoComments task={task.id} video={video} watching={watching} onGo={go} />
        </main>
    );
}

function Moments({ words, moments, onGo }: { words: string; moments: Watching['mostAgain']; onGo: (at: number) => void }) {
    return moments.length === 0 ? null : (
        <p className="text-sm">
            {words}{' '}
            {moments.map((moment, index) => (
                <span key={moment.at}>
                    {index > 0 && ', '}
                    <button type="button" className="font-semibold underline" onClick={() => onGo(moment.at)}>
                        {timecode(Math.floor(moment.at))}
                    </button>{' '}
                    {say('teacher.watching.by-so-many', { n: moment.students })}
                </span>
            ))}
        </p>
    );
}

/** Which seconds a student saw: the oftener, the darker. A press on it goes there. */
function Strip({ row, from, to, onGo }: { row: Row; from: number; to: number; onGo: (at: number) => void }) {
    const long = Math.max(0.1, to - from);
    const strip = row.watched?.strip ?? [];
    const words = strip.map(([start = 0, end = 0, times = 1]) =>
        say('teacher.watching.stretch', { from: timecode(Math.round(start)), to: timecode(Math.round(end)), times }),
    );
    return (
        <button
            type="button"
            tabIndex={-1}
            className="relative block h-6 w-full overflow-hidden rounded-sm border border-line bg-paper"
            aria-label={say('teacher.watching.strip-of', {
                name: row.name,
                stretches: words.join(', ') || say('teacher.watching.nothing'),
            })}
            onClick={(event) => {
                const box = event.currentTarget.getBoundingClientRect();
                onGo(from + ((event.clientX - box.left) / box.width) * long);
            }}
        >
            {strip.map(([start = 0, end = 0, times = 1], index) => (
                <span
                    key={start}
                    title={words[index]}
                    className="absolute inset-y-0 bg-rail"
                    style={{
                        left: `${((start - from) / long) * 100}%`,
                        width: `${((end - start) / long) * 100}%`,
                        opacity: Math.min(1, 0.35 + 0.3 * (times - 1)),
                    }}
                />
            ))}
        </button>
    );
}

/** A share as a scale of one tone, in words too. */
function Completion({ share }: { share: number }) {
    return (
        <span className="relative inline-block min-w-14 rounded-sm px-2 py-0.5">
            <span className="absolute inset-0 rounded-sm bg-rail" style={{ opacity: 0.5 * share }} />
            <span className="relative">{Math.round(100 * share)} %</span>
        </span>
    );
}

/** Jumps shown at first. */
const FEW = 3;

function Jumps({ jumps }: { jumps: number[][] }) {
    const [all, setAll] = useState(false);
    if (jumps.length === 0) {
        return <span className="text-soft">–</span>;
    }
    return (
        <span>
            {(all ? jumps : jumps.slice(0, FEW))
                .map(([start = 0, end = 0]) => `${timecode(Math.round(start))} → ${timecode(Math.round(end))}`)
                .join(', ')}
            {jumps.length > FEW && !all && (
                <button type="button" className="ml-1 underline" onClick={() => setAll(true)}>
                    {say('teacher.watching.more-jumps', { n: jumps.length - FEW })}
                </button>
            )}
        </span>
    );
}

function nameOf(document: QuizDocument, video: string): string {
    const place = find(document, video);
    return place?.kind === 'stop' ? stopName(place.stop) : place?.kind === 'rung' ? rungName(place.rung) : '';
}

function cuesOf(document: QuizDocument, video: string): { at: number; words: string }[] {
    const place = find(document, video);
    return place?.kind === 'stop' && place.stop.kind === 'video'
        ? place.stop.cues.filter((cue) => cue.kind !== 'heading').map((cue) => ({ at: cue.at, words: cueName(cue) }))
        : [];
}
