import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import { Button } from '../../ui/Button';
import { Check, Text } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { ShareField } from '../../ui/ShareField';
import { near } from '../../ui/time';
import { say } from '../../words/words';

interface Props {
    task: string;
    round: string;
    about: { question: string } | { stop: string };
    words: string;
    share: number;
    comment: string;
    mayGoBack: boolean;
    /** Where the task is closed for the student: until when it is open for them again once an answer is sent back. */
    opensUntil: string | null;
}

/** Gives an answer, or a drill or staircase as a whole, points by hand, with a comment; an answer can be sent back. */
export function PointsByHand({ task, round, about, words, mayGoBack, opensUntil, ...given }: Props) {
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
            {sendBack && opensUntil !== null && (
                <p className="mt-2 text-sm text-soft">{say('teacher.pile.opens-until', { time: near(opensUntil) })}</p>
            )}
            {error !== null && <Notice>{error}</Notice>}
        </details>
    );
}
