import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../api/client';
import type { QuizDocument, WalkRecord } from '../api/types';
import { findQuestion, promptText, questionName } from '../quiz/document';
import { Button } from '../ui/Button';
import { Check, Text } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { StandingMark, standingWords } from '../ui/Standing';
import { ShareField } from './build/KindFields';

interface Props {
    assignment: string;
    round: string;
    document: QuizDocument;
    records: Record<string, WalkRecord>;
}

/** Each answer of a round as it stands now: those that wait to be read first. Any can be given points by hand, or sent back. */
export function Answers({ assignment, round, document, records }: Props) {
    const answered = Object.entries(records).filter(([, record]) => record.own !== null);
    const waiting = answered.filter(([, record]) => record.standing === 'to-be-read');
    const others = answered.filter(([, record]) => record.standing !== 'to-be-read');
    const row = ([question, record]: [string, WalkRecord]) => (
        <AnswerRow key={question} assignment={assignment} round={round} question={question} document={document} record={record} />
    );
    return (
        <>
            {waiting.length > 0 && (
                <section className="mb-4 grid gap-3" aria-label="To be read">
                    <h3 className="text-base">Waits for you to read it</h3>
                    {waiting.map(row)}
                </section>
            )}
            {others.length > 0 && (
                <details className="mb-4">
                    <summary className="text-sm font-semibold">Answers as they stand, and points by hand</summary>
                    <div className="mt-2 grid gap-3">{others.map(row)}</div>
                </details>
            )}
        </>
    );
}

function AnswerRow({ assignment, round, question, document, record }: Omit<Props, 'records'> & { question: string; record: WalkRecord }) {
    const queries = useQueryClient();
    const [share, setShare] = useState(record.overruled ?? record.share);
    const [comment, setComment] = useState(record.comment);
    const [sendBack, setSendBack] = useState(false);
    const [error, setError] = useState<string | null>(null);
    const found = findQuestion(document, question);
    const save = async () => {
        setError(null);
        try {
            await take(
                client.POST('/assignments/{assignment}/rounds/{round}/overrulings', {
                    params: { path: { assignment, round } },
                    body: { question, share, comment, sendBack },
                }),
            );
            setSendBack(false);
            await queries.invalidateQueries({ queryKey: ['walks', assignment] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    return (
        <div className="grid max-w-3xl gap-2 rounded-md border border-line bg-sheet p-3">
            <p className="text-sm text-soft">
                {questionName(document, question) || (found === null ? 'A question of an earlier edition' : promptText(found))}
            </p>
            <p className="text-lg whitespace-pre-wrap">{record.own?.join(', ')}</p>
            {record.files.map((file, index) => (
                <a key={file} className="underline" href={`/media/${file}`} target="_blank" rel="noreferrer">
                    Open file {index + 1}
                </a>
            ))}
            <p className="flex items-center gap-2 text-sm">
                <StandingMark standing={record.standing} /> {standingWords[record.standing]}
                {record.judged !== null && ` · the student judged it ${record.judged ? 'right' : '“not yet”'}`}
                {record.overruled !== null && ' · points given by hand'}
            </p>
            <details>
                <summary className="text-sm font-semibold">{record.standing === 'to-be-read' ? 'Mark it' : 'Give points by hand'}</summary>
                <div className="mt-2 grid gap-3 sm:grid-cols-[9rem_1fr]">
                    <ShareField label="Share of the points, %" value={share} onChange={setShare} />
                    <Text label="Comment for the student" value={comment} onChange={(event) => setComment(event.currentTarget.value)} />
                </div>
                <div className="mt-2 flex flex-wrap items-center gap-4">
                    <Check label="Send it back to be written again" checked={sendBack} onChange={setSendBack} />
                    <Button weight="main" onClick={() => void save()}>
                        {sendBack ? 'Send back' : 'Keep this'}
                    </Button>
                </div>
                {error !== null && <Notice>{error}</Notice>}
            </details>
        </div>
    );
}
