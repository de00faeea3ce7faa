import { client, take } from '../../api/client';
import type { StoredEvent, WalkRecord } from '../../api/types';
import { Button } from '../../ui/Button';
import { exact, near } from '../../ui/time';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';

interface Props {
    task: string;
    round: string;
    /** What it was said of. */
    about: { question: string } | { stop: string };
    events: StoredEvent[];
    /** Names of those who said something, by id. */
    persons: Record<string, string>;
    /** How it stood before, where that is known. */
    before: WalkRecord['asMarked'];
}

interface Word {
    question?: string;
    stop?: string;
    share?: number;
    comment?: string;
    by?: string;
}

/** What a person said last to an answer: who, when, why, and how it was before; it can be taken back. */
export function LastWord({ task, round, about, events, persons, before }: Props) {
    const { error, attempt } = useAttempt('walks', 'pile', 'today');
    const last = events.findLast((event) => {
        const data = event.data as Word;
        return event.kind === 'overruled' && ('stop' in about ? data.stop === about.stop : data.question === about.question);
    });
    if (last === undefined) {
        return null;
    }
    const { share = 0, comment = '', by } = last.data as Word;
    const at = new Date(last.at).toISOString();
    const takeBack = () =>
        attempt(() => take(client.POST('/tasks/{task}/rounds/{round}/restorings', { params: { path: { task, round } }, body: about })));
    return (
        <p className="flex flex-wrap items-baseline gap-x-3 text-sm">
            <span title={exact(at)}>
                {say('teacher.points-by-hand.said', {
                    percent: Math.round(100 * share),
                    who: (by === undefined ? undefined : persons[by]) ?? 'none',
                    when: near(at),
                })}
            </span>
            {comment !== '' && <q className="text-soft">{comment}</q>}
            {before !== null && (
                <span className="text-soft">{say('teacher.points-by-hand.before', { percent: Math.round(100 * before.share) })}</span>
            )}
            <Button weight="quiet" onClick={() => void takeBack()}>
                {say('teacher.pile.take-back')}
            </Button>
            {error !== null && <span role="alert">{error}</span>}
        </p>
    );
}
