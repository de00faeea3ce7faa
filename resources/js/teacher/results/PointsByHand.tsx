import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { QuizDocument, StoredEvent, WalkRecord } from '../../api/types';
import { promptText, questionName, stopName } from '../../quiz/names';
import { findQuestion, questionsAt } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { Check, Text } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { ShareField } from '../../ui/ShareField';
import { StandingMark, standingWords } from '../../ui/Standing';
import { say } from '../../words/words';
import { LastWord } from './LastWord';

interface Props {
    task: string;
    round: string;
    document: QuizDocument;
    records: Record<string, WalkRecord>;
    /** Drills and staircases that were come to. */
    series: Record<string, { overruled: number | null; comment: string }>;
    events: StoredEvent[];
    persons: Record<string, string>;
    /** What was never answered can be given points, too. */
    finished: boolean;
}

/**
 * Each answer of a round as it stands now: those that wait to be read first. Any can be given points by hand, or sent back;
 * a drill or a staircase gives its points as a whole, and gets them so.
 */
export function Answers({ task, round, document, records, series, events, persons, finished }: Props) {
    const inSeries = new Set(
        [...document.stops, ...document.sideStops]
            .filter(isSeries)
            .flatMap((stop) => questionsAt(document, stop.id).map((question) => question.id)),
    );
    const answered = Object.entries(records).filter(([question, record]) => record.own !== null && !inSeries.has(question));
    const waiting = answered.filter(([, record]) => record.standing === 'to-be-read');
    const others = answered.filter(([, record]) => record.standing !== 'to-be-read');
    const row = ([question, record]: [string, WalkRecord]) => (
        <AnswerRow key={question} {...{ task, round, question, document, record, events, persons }} />
    );
    // What was sent back has no answer just now, and a word that can be taken back.
    const open = unanswered(document, records, inSeries).filter(([, record]) => finished || record.asMarked !== null);
    const untouched = finished ? document.stops.filter((stop) => isSeries(stop) && !(stop.id in series)) : [];
    const given = [
        ...Object.entries(series),
        ...untouched.map(({ id }): [string, Props['series'][string]] => [id, { overruled: null, comment: '' }]),
    ];
    return (
        <>
            {waiting.length > 0 && (
                <section className="mb-4 grid gap-3" aria-label={say('teacher.points-by-hand.to-be-read')}>
                    <h3 className="text-base">{say('teacher.points-by-hand.waits-for-you-to-read')}</h3>
                    {waiting.map(row)}
                </section>
            )}
            {others.length + given.length + open.length > 0 && (
                <details className="mb-4">
                    <summary className="text-sm font-semibold">{say('teacher.points-by-hand.answers-as-they-stand-and')}</summary>
                    <div className="mt-2 grid gap-3">
                        {[...others, ...open].map(row)}
                        {given.map(([stop, given]) => (
                            <div key={stop} className="grid max-w-3xl gap-2 rounded-md border border-line bg-sheet p-3">
                                <p className="text-lg">{nameOf(document, stop)}</p>
                                {given.overruled !== null && (
                                    <LastWord {...{ task, round, events, persons }} about={{ stop }} before={null} />
                                )}
                                <PointsByHand
                                    task={task}
                                    round={round}
                                    about={{ stop }}
                                    words={say('teacher.points-by-hand.give-points-by-hand')}
                                    share={given.overruled ?? 1}
                                    comment={given.comment}
                                    mayGoBack={false}
                                />
                            </div>
                        ))}
                    </div>
                </details>
            )}
        </>
    );
}

function isSeries(stop: QuizDocument['stops'][number]): boolean {
    return stop.kind === 'drill' || stop.kind === 'staircase';
}

/** Questions of the way that have no answer; each as if it stood untouched. */
function unanswered(document: QuizDocument, records: Props['records'], inSeries: Set<string>): [string, WalkRecord][] {
    const none = {
        standing: 'untouched',
        share: 0,
        own: null,
        files: [],
        judged: null,
        overruled: null,
        comment: '',
        asMarked: null,
    } as const;
    return document.stops
        .flatMap((stop) => questionsAt(document, stop.id))
        .filter(({ id }) => !inSeries.has(id) && records[id]?.own == null)
        .map(({ id }) => [id, records[id] ?? { ...none, files: [] }]);
}

function AnswerRow({
    task,
    round,
    question,
    document,
    record,
    events,
    persons,
}: Omit<Props, 'records' | 'series' | 'finished'> & { question: string; record: WalkRecord }) {
    const found = findQuestion(document, question);
    return (
        <div className="grid max-w-3xl gap-2 rounded-md border border-line bg-sheet p-3">
            <p className="text-sm text-soft">
                {questionName(document, question) ||
                    (found === null ? say('teacher.points-by-hand.a-question-of-an-earlier') : promptText(found))}
            </p>
            <p className="text-lg whitespace-pre-wrap">
                {record.own?.join(', ') ?? <span className="text-soft">{say('teacher.points-by-hand.no-answer')}</span>}
            </p>
            {record.files.map((file, index) => (
                <a key={file} className="underline" href={`/media/${file}`} target="_blank" rel="noreferrer">
                    {say('teacher.points-by-hand.open-file', { number: index + 1 })}
                </a>
            ))}
            <p className="flex items-center gap-2 text-sm">
                <StandingMark standing={record.standing} /> {standingWords[record.standing]}
                {record.judged !== null &&
                    ` · ${say('teacher.points-by-hand.the-student-judged-it', { judged: record.judged ? 'yes' : 'no' })}`}
            </p>
            {record.asMarked !== null && <LastWord {...{ task, round, events, persons }} about={{ question }} before={record.asMarked} />}
            <PointsByHand
                task={task}
                round={round}
                about={{ question }}
                words={
                    record.standing === 'to-be-read'
                        ? say('teacher.points-by-hand.mark-it')
                        : say('teacher.points-by-hand.give-points-by-hand')
                }
                share={record.overruled ?? record.share}
                comment={record.comment}
                mayGoBack={record.own !== null}
            />
        </div>
    );
}

function nameOf(document: QuizDocument, id: string): string {
    const stop = [...document.stops, ...document.sideStops].find((one) => one.id === id);
    return stop === undefined ? say('teacher.points-by-hand.a-stop-of-an-earlier') : stopName(stop);
}

interface PointsProps {
    task: string;
    round: string;
    about: { question: string } | { stop: string };
    words: string;
    share: number;
    comment: string;
    mayGoBack: boolean;
}

function PointsByHand({ task, round, about, words, mayGoBack, ...given }: PointsProps) {
    const queries = useQueryClient();
    const [share, setShare] = useState(given.share);
    const [comment, setComment] = useState(given.comment);
    const [sendBack, setSendBack] = useState(false);
    const [error, setError] = useState<string | null>(null);
    const save = async () => {
        setError(null);
        try {
            await take(
                client.POST('/tasks/{task}/rounds/{round}/overrulings', {
                    params: { path: { task, round } },
                    body: { ...about, share, comment, sendBack },
                }),
            );
            setSendBack(false);
            await queries.invalidateQueries({ queryKey: ['walks', task] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return (
        <details>
            <summary className="text-sm font-semibold">{words}</summary>
            <div className="mt-2 grid gap-3 sm:grid-cols-[9rem_1fr]">
                <ShareField label={say('teacher.points-by-hand.share-of-the-points')} value={share} onChange={setShare} />
                <Text
                    label={say('teacher.points-by-hand.comment-for-the-student')}
                    value={comment}
                    onChange={(event) => setComment(event.currentTarget.value)}
                />
            </div>
            <div className="mt-2 flex flex-wrap items-center gap-4">
                {mayGoBack && <Check label={say('teacher.points-by-hand.send-it-back-to-be')} checked={sendBack} onChange={setSendBack} />}
                <Button weight="main" onClick={() => void save()}>
                    {sendBack ? say('teacher.points-by-hand.send-back') : say('teacher.points-by-hand.keep-this')}
                </Button>
            </div>
            {error !== null && <Notice>{error}</Notice>}
        </details>
    );
}
