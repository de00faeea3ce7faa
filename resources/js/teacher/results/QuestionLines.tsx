import { type ReactNode, useState } from 'react';
import type { QuizDocument, Stop, StoredEvent, WalkRecord } from '../../api/types';
import { rungWithin } from '../../quiz/kinds';
import { promptText, questionName, short, stopName } from '../../quiz/names';
import { find, findQuestion, questionsAt } from '../../quiz/places';
import { StandingMark, standingWords } from '../../ui/Standing';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { LastWord } from './LastWord';
import { PointsByHand } from './PointsByHand';
import { answerWords, factOf, resultsOf, resultWords, Step } from './Step';

interface Given {
    overruled: number | null;
    comment: string;
}

interface Props {
    task: string;
    round: string;
    document: QuizDocument;
    records: Record<string, WalkRecord>;
    /** Drills and staircases that were come to. */
    series: Record<string, Given>;
    events: StoredEvent[];
    persons: Record<string, string>;
    opensUntil: string | null;
    /** What was never answered can be given points, too. */
    finished: boolean;
    /** Main stops that the round asks, be they come to or not. */
    asks: string[];
}

/** As many tries and rungs stand in a line; of more, the last. */
const IN_A_LINE = 6;

/** Letters of an answer that stand there. */
const LETTERS = 16;

const untouched: WalkRecord = {
    standing: 'untouched',
    share: 0,
    own: null,
    files: [],
    judged: null,
    overruled: null,
    comment: '',
    asMarked: null,
    seconds: 0,
};

/**
 * A round question by question: those that wait to be read first, and open; then each in one line, with its tries, its rungs and its
 * time, that opens into all that was done at it. Any can be given points by hand; a drill or a staircase as a whole.
 */
export function QuestionLines(props: Props) {
    const { document, records, series, finished, asks } = props;
    const stops = [...document.stops, ...document.sideStops];
    const inSeries = new Set(stops.filter(isSeries).flatMap((stop) => questionsAt(document, stop.id).map(({ id }) => id)));
    const waiting = Object.entries(records).filter(
        ([id, { own, standing }]) => own !== null && standing === 'to-be-read' && !inSeries.has(id),
    );
    const isWaiting = (question: string) => waiting.some(([id]) => id === question);
    const known = new Set(stops.flatMap((stop) => questionsAt(document, stop.id)).map(({ id }) => id));
    const older = Object.keys(records).filter((id) => !known.has(id) && records[id]?.own != null && !isWaiting(id));
    const lineOf = (question: string) => (
        <QuestionLine key={question} {...props} question={question} record={records[question] ?? untouched} />
    );
    const ofStop = (stop: Stop) => {
        if (isSeries(stop)) {
            const isOpen = stop.id in series || (finished && asks.includes(stop.id));
            return isOpen
                ? [<SeriesLine key={stop.id} {...props} stop={stop.id} given={series[stop.id] ?? { overruled: null, comment: '' }} />]
                : [];
        }
        const isOwed = finished && asks.includes(stop.id);
        return questionsAt(document, stop.id)
            .filter(({ id }) => !isWaiting(id) && (id in records || isOwed))
            .map(({ id }) => lineOf(id));
    };
    // A drill or staircase of an earlier edition.
    const gone = Object.entries(series).filter(([id]) => !stops.some((stop) => stop.id === id));
    const lines = [
        ...stops.flatMap(ofStop),
        ...older.map(lineOf),
        ...gone.map(([id, given]) => <SeriesLine key={id} {...props} stop={id} given={given} />),
    ];
    return (
        <>
            {waiting.length > 0 && (
                <section className="mb-4 grid gap-3" aria-label={say('teacher.points-by-hand.to-be-read')}>
                    <h3 className="text-base">{say('teacher.points-by-hand.waits-for-you-to-read')}</h3>
                    {waiting.map(([question, record]) => (
                        <div key={question} className="grid max-w-3xl gap-2 rounded-md border border-line bg-sheet p-3">
                            <p className="text-sm text-soft">{nameOf(document, question)}</p>
                            <AnswerNow {...props} question={question} record={record} />
                        </div>
                    ))}
                </section>
            )}
            {lines.length > 0 && (
                <ul className="mb-4 border-t border-line" aria-label={say('teacher.points-by-hand.answers-as-they-stand-and')}>
                    {lines}
                </ul>
            )}
        </>
    );
}

function isSeries(stop: Stop): boolean {
    return stop.kind === 'drill' || stop.kind === 'staircase';
}

function nameOf(document: QuizDocument, question: string): string {
    const found = findQuestion(document, question);
    return (
        questionName(document, question) || (found === null ? say('teacher.points-by-hand.a-question-of-an-earlier') : promptText(found))
    );
}

/** A line that opens. */
function Line({
    mark,
    name,
    tries,
    seconds,
    children,
}: {
    mark: ReactNode;
    name: string;
    tries: ReactNode;
    seconds: number;
    children: ReactNode;
}) {
    const [open, setOpen] = useState(false);
    return (
        <li className="border-b border-line">
            <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
                <summary className="flex min-h-10 cursor-pointer flex-wrap items-center gap-x-3 gap-y-1 py-1 marker:content-none hover:bg-tint">
                    <span aria-hidden="true" className="w-3 text-soft">
                        {open ? '▾' : '▸'}
                    </span>
                    {mark}
                    <span className={`min-w-40 flex-1 basis-80 max-sm:basis-40 ${open ? '' : 'truncate'}`}>{name}</span>
                    <span className="flex flex-wrap items-center gap-x-2 text-sm">{tries}</span>
                    <span className="ml-auto w-12 text-right text-sm text-soft tabular-nums">
                        {seconds >= 1 && timecode(Math.round(seconds))}
                    </span>
                </summary>
                {open && <div className="mb-4 ml-8 grid max-w-3xl gap-3">{children}</div>}
            </details>
        </li>
    );
}

function QuestionLine(props: Props & { question: string; record: WalkRecord }) {
    const { document, question, record, finished } = props;
    // What was sent back has no answer just now, and a word that can be taken back.
    const mayGive = record.own !== null || finished || record.asMarked !== null;
    return (
        <Line
            mark={<Standing record={record} />}
            name={nameOf(document, question)}
            tries={<Tries {...props} about={(id) => id === question} />}
            seconds={record.seconds}
        >
            <Steps {...props} about={(id) => id === question} />
            {mayGive && <AnswerNow {...props} />}
        </Line>
    );
}

function SeriesLine(props: Props & { stop: string; given: Given }) {
    const { task, round, document, events, persons, stop, given, records } = props;
    const found = [...document.stops, ...document.sideStops].find((one) => one.id === stop);
    const questions = questionsAt(document, stop).map(({ id }) => id);
    const about = (id: string) => questions.includes(id);
    return (
        <Line
            mark={<span className="w-5" />}
            name={found === undefined ? say('teacher.points-by-hand.a-stop-of-an-earlier') : stopName(found)}
            tries={<Tries {...props} about={about} />}
            seconds={questions.reduce((so, id) => so + (records[id]?.seconds ?? 0), 0)}
        >
            <Steps {...props} about={about} named />
            {given.overruled !== null && <LastWord {...{ task, round, events, persons }} about={{ stop }} before={null} />}
            <PointsByHand
                task={task}
                round={round}
                about={{ stop }}
                words={say('teacher.points-by-hand.give-points-by-hand')}
                share={given.overruled ?? 1}
                comment={given.comment}
                mayGoBack={false}
                opensUntil={null}
            />
        </Line>
    );
}

interface AboutProps {
    document: QuizDocument;
    events: StoredEvent[];
    about: (question: string) => boolean;
}

/** In a line: each try with what came of it, and between them the rungs. */
function Tries({ document, events, about }: AboutProps) {
    const items: { number: number; rung: string | null; answer: string; result: string; question: string }[] = [];
    for (const event of events) {
        const question = event.about ?? '';
        if (event.kind === 'answered' && about(question)) {
            items.push({ number: event.number, rung: null, answer: short(answerWords(document, event), LETTERS), result: '', question });
        }
        // What is handed in whole is marked then, each at its last try.
        for (const [marked, result] of resultsOf(event)) {
            const last = items.findLast((item) => item.question === marked && item.rung === null);
            if (last !== undefined) {
                last.result = result;
            }
        }
        const seen = factOf(event, 'rung-seen')?.rung;
        const place = seen === undefined || !about(question) ? null : find(document, seen);
        if (place?.kind === 'rung') {
            items.push({ number: event.number, rung: rungWithin(place.rung.kind), answer: '', result: '', question });
        }
    }
    return (
        <>
            {items.length > IN_A_LINE && (
                <span className="text-soft">{say('teacher.student.so-many-before', { n: items.length - IN_A_LINE })}</span>
            )}
            {items.slice(-IN_A_LINE).map(({ number, rung, answer, result }) =>
                rung === null ? (
                    <Try key={number} result={result} answer={answer} />
                ) : (
                    <span key={`${number} rung`} className="text-soft italic">
                        {rung}
                    </span>
                ),
            )}
        </>
    );
}

/** By shape: full where it was right, half where partly, a ring where not yet; a stroke where it is neither. */
function Try({ result, answer }: { result: string; answer: string }) {
    return (
        <span className="inline-flex items-center gap-1">
            <svg viewBox="0 0 10 10" width="10" height="10" aria-hidden="true" fill="none" stroke="currentColor" strokeWidth="1.4">
                {result === 'right' && <circle cx="5" cy="5" r="4" fill="currentColor" />}
                {result === 'partly' && (
                    <>
                        <circle cx="5" cy="5" r="4" />
                        <path d="M5 1a4 4 0 0 1 0 8z" fill="currentColor" />
                    </>
                )}
                {result === 'not-right' && <circle cx="5" cy="5" r="4" />}
                {!['right', 'partly', 'not-right'].includes(result) && <path d="M1 5h8" />}
            </svg>
            <bdi>{answer}</bdi>
            {resultWords[result] !== undefined && <span className="sr-only">, {resultWords[result]}</span>}
        </span>
    );
}

/** What was done at a question, with times. */
function Steps({ document, events, about, named = false }: AboutProps & { named?: boolean }) {
    return (
        <ol className="border-l-3 border-rail empty:hidden">
            {events.map((event, index) =>
                event.about === null || !about(event.about) ? null : (
                    <Step key={event.number} event={event} before={events[index - 1]} document={document} named={named} />
                ),
            )}
        </ol>
    );
}

function Standing({ record: { standing } }: { record: WalkRecord }) {
    return (
        <span title={standingWords[standing]}>
            <StandingMark standing={standing} />
            <span className="sr-only">{standingWords[standing]}</span>
        </span>
    );
}

/** An answer as it stands now, the last word on it, and the way to give it points. */
function AnswerNow({
    task,
    round,
    question,
    record,
    events,
    persons,
    opensUntil,
}: Omit<Props, 'records' | 'series' | 'finished' | 'asks'> & { question: string; record: WalkRecord }) {
    return (
        <>
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
                opensUntil={opensUntil}
            />
        </>
    );
}
