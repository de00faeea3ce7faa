import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { Watching } from '../../api/types';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Switch } from '../../ui/Switch';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';

interface Props {
    task: string;
    video: string;
    watching: Watching;
    onGo: (at: number) => void;
}

/** What students wrote at moments of a video; the class sees it where that is opened, nameless or with names, and not what is hidden. */
export function VideoComments({ task, video, watching, onGo }: Props) {
    const queries = useQueryClient();
    const [error, setError] = useState<string | null>(null);
    const { comments, commentsOpen: open, commentsNamed: named } = watching;
    const act = async (doing: Promise<unknown>) => {
        setError(null);
        try {
            await doing;
        } catch (problem) {
            setError(sentence(problem));
        }
        await queries.invalidateQueries({ queryKey: ['watching', task, video] });
    };
    const settle = (next: { open: boolean; named: boolean }) =>
        void act(take(client.PUT('/tasks/{task}/comments', { params: { path: { task } }, body: next })));
    if (comments.length === 0) {
        return null;
    }
    return (
        <section aria-labelledby="comments">
            <h2 id="comments" className="mb-2 text-lg">
                {say('teacher.watching.comments', { n: comments.length })}
            </h2>
            <div className="mb-2 flex flex-wrap gap-x-6 gap-y-2">
                <Switch label={say('teacher.watching.the-class-sees-them')} checked={open} onChange={(on) => settle({ open: on, named })} />
                {open && (
                    <Switch label={say('teacher.watching.with-names')} checked={named} onChange={(on) => settle({ open, named: on })} />
                )}
            </div>
            {error !== null && <Notice>{error}</Notice>}
            <ul className="grid gap-1">
                {comments.map((comment) => {
                    const path = { task, round: comment.round, number: comment.number };
                    const at = '/tasks/{task}/rounds/{round}/hidden-comments/{number}';
                    return (
                        <li
                            key={`${comment.round} ${comment.number}`}
                            className="grid grid-cols-[4rem_minmax(0,1fr)_auto] items-center gap-2 border-t border-line py-1"
                        >
                            <button type="button" className="min-h-9 text-left font-semibold underline" onClick={() => onGo(comment.at)}>
                                {timecode(comment.at)}
                            </button>
                            <p className={comment.hidden ? 'text-soft' : ''}>
                                <b>{watching.names[comment.student] ?? say('teacher.watching.somebody')}</b>{' '}
                                {comment.hidden && say('teacher.watching.is-hidden')}{' '}
                                <span className={`[overflow-wrap:anywhere] whitespace-pre-line ${comment.hidden ? 'line-through' : ''}`}>
                                    {comment.text}
                                </span>
                            </p>
                            <Button
                                weight="quiet"
                                onClick={() =>
                                    void act(
                                        take(
                                            comment.hidden ? client.DELETE(at, { params: { path } }) : client.PUT(at, { params: { path } }),
                                        ),
                                    )
                                }
                            >
                                {comment.hidden ? say('teacher.watching.show-it') : say('teacher.watching.hide-it')}
                            </Button>
                        </li>
                    );
                })}
            </ul>
        </section>
    );
}
