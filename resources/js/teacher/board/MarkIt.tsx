import { client, take } from '../../api/client';
import type { Sitting } from '../../api/types';
import { Button } from '../../ui/Button';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';

/** What a written answer is worth, said while it is talked about: all of its points, half, or none. */
export function MarkIt({ sitting, round, name }: { sitting: Sitting; round: string; name: string }) {
    const { error, attempt } = useAttempt('sitting');
    const question = sitting.board.question?.id;
    const task = sitting.at;
    if (question === undefined || task === null) {
        return null;
    }
    const mark = (share: number) =>
        void attempt(() =>
            take(
                client.POST('/tasks/{task}/rounds/{round}/overrulings', {
                    params: { path: { task, round } },
                    body: { question, share },
                }),
            ),
        );
    return (
        <span className="flex gap-1">
            {[1, 0.5, 0].map((share) => (
                <Button
                    key={share}
                    className="min-h-11 min-w-11"
                    aria-label={say('teacher.board.mark', { name, share: String(share) })}
                    onClick={() => mark(share)}
                >
                    {say('teacher.board.share', { share: String(share) })}
                </Button>
            ))}
            {error !== null && <span role="alert">{error}</span>}
        </span>
    );
}
