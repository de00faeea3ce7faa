import { client, take } from '../api/client';
import type { PersonAct } from '../api/types';
import { say } from '../words/words';
import { Button } from './Button';
import { Notice } from './Notice';
import { exact, near } from './time';
import { useAttempt } from './useAttempt';

/** What colleagues ask to do, or did, to students whom they share with this teacher: allowed, refused, put away. */
export function PersonActs({ acts, refresh, log = false }: { acts: PersonAct[]; refresh: string; log?: boolean }) {
    const { error, attempt } = useAttempt(refresh);
    const decide = (act: string, allowed: boolean) =>
        void attempt(() => take(client.PUT('/person-acts/{act}/decision', { params: { path: { act } }, body: { allowed } })));
    return (
        <>
            {error !== null && <Notice>{error}</Notice>}
            <ul className="grid gap-1">
                {acts.map((act) => (
                    <li
                        key={act.id}
                        className="flex flex-wrap items-center gap-x-4 gap-y-1 rounded-md border border-line bg-sheet px-4 py-2"
                    >
                        <span dir="auto" className="min-w-56 flex-1">
                            {say('teacher.person-acts.line', {
                                by: act.isMine ? 'you' : 'other',
                                teacher: act.by,
                                decider: act.decidedBy ?? '',
                                kind: act.kind,
                                state: act.state,
                                student: act.student,
                                name: act.name ?? '',
                            })}
                        </span>
                        <span className="text-sm text-soft" title={exact(act.at)}>
                            {near(act.at)}
                        </span>
                        {act.decides ? (
                            <>
                                <Button weight="main" onClick={() => decide(act.id, true)}>
                                    {say('teacher.person-acts.allow')}
                                </Button>
                                <Button onClick={() => decide(act.id, false)}>{say('teacher.person-acts.refuse')}</Button>
                            </>
                        ) : (
                            !log &&
                            act.state !== 'asked' && (
                                <Button
                                    weight="quiet"
                                    onClick={() =>
                                        void attempt(() =>
                                            take(client.PUT('/person-acts/{act}/seen', { params: { path: { act: act.id } } })),
                                        )
                                    }
                                >
                                    {say('teacher.person-acts.put-away')}
                                </Button>
                            )
                        )}
                    </li>
                ))}
            </ul>
        </>
    );
}
