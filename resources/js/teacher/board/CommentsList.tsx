import { client, take } from '../../api/client';
import type { Sitting } from '../../api/types';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Switch } from '../../ui/Switch';
import { useAttempt } from '../../ui/useAttempt';
import { say } from '../../words/words';

/** What students write while a video is talked about: shown on the board or not, with names or without, each hidden by itself. */
export function CommentsList({ comments }: { comments: NonNullable<Sitting['strip']['comments']> }) {
    const { error, attempt } = useAttempt('sitting');
    const { task, open, named, written } = comments;
    const settle = (body: { open: boolean; named: boolean }) =>
        void attempt(() => take(client.PUT('/tasks/{task}/comments', { params: { path: { task } }, body })));
    return (
        <section className="mt-4" aria-labelledby="board-comments">
            <h2 id="board-comments" className="text-lg">
                {say('teacher.watching.comments', { n: written.length })}
            </h2>
            <div className="mt-1 grid gap-2">
                <Switch label={say('teacher.board.comments-on')} checked={open} onChange={(on) => settle({ open: on, named })} />
                {open && (
                    <Switch label={say('teacher.watching.with-names')} checked={named} onChange={(on) => settle({ open, named: on })} />
                )}
            </div>
            {error !== null && <Notice>{error}</Notice>}
            <ul className="mt-2 grid gap-2">
                {[...written].reverse().map((one) => {
                    const params = { params: { path: { task, round: one.round, number: one.number } } };
                    const at = '/tasks/{task}/rounds/{round}/hidden-comments/{number}';
                    return (
                        <li key={`${one.round} ${one.number}`} className="flex items-center gap-3">
                            <span className={`min-w-0 flex-1 [overflow-wrap:anywhere] ${one.hidden ? 'text-soft line-through' : ''}`}>
                                <span className="block text-sm text-soft">{one.name}</span>
                                {one.text}
                            </span>
                            <Button
                                className="min-h-11"
                                onClick={() => void attempt(() => take(one.hidden ? client.DELETE(at, params) : client.PUT(at, params)))}
                            >
                                {one.hidden ? say('teacher.watching.show-it') : say('teacher.watching.hide-it')}
                            </Button>
                        </li>
                    );
                })}
            </ul>
        </section>
    );
}
