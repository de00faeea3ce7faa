import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';

interface Props {
    busy: boolean;
    onTake: (service: string, key: string) => void;
}

/** Finds a video in the services that are set up. */
export function FindVideo({ busy, onTake }: Props) {
    const [typed, setTyped] = useState('');
    const [words, setWords] = useState('');
    const found = useQuery({
        queryKey: ['videos', words],
        queryFn: () => take(client.GET('/media/search', { params: { query: { words } } })),
        enabled: words !== '',
        retry: false,
        staleTime: 60_000,
    });
    return (
        <div className="grid gap-2 rounded-md border border-line px-3 py-2 text-sm">
            <form
                className="flex items-end gap-2"
                onSubmit={(event) => {
                    event.preventDefault();
                    event.stopPropagation();
                    setWords(typed.trim());
                    if (typed.trim() === words) {
                        void found.refetch();
                    }
                }}
            >
                <div className="flex-1">
                    <Field
                        label={say('build.find-video.about')}
                        type="search"
                        maxLength={200}
                        value={typed}
                        onChange={(event) => setTyped(event.currentTarget.value)}
                    />
                </div>
                <Button type="submit" disabled={typed.trim() === ''}>
                    {say('build.find-video.search')}
                </Button>
            </form>
            <div aria-live="polite" className="grid gap-2">
                {found.isFetching && <p>{say('ui.one-moment')}</p>}
                {found.error !== null && <Notice>{sentence(found.error)}</Notice>}
                {found.data?.away.map((service) => (
                    <Notice key={service}>{say('build.find-video.does-not-answer', { service })}</Notice>
                ))}
                {found.data?.videos.length === 0 && found.data.away.length === 0 && <p>{say('build.find-video.nothing', { words })}</p>}
                <ul className="grid gap-2">
                    {found.data?.videos.map((video) => (
                        <li key={`${video.service} ${video.key}`} className="grid grid-cols-[6rem_1fr_auto] items-center gap-3">
                            {video.picture === null ? (
                                <span className="aspect-video rounded-sm bg-earth" />
                            ) : (
                                <img src={video.picture} alt="" className="aspect-video w-full rounded-sm bg-earth object-cover" />
                            )}
                            <span className="min-w-0">
                                <b className="block [overflow-wrap:anywhere]">{video.title}</b>
                                {video.seconds !== null && <span className="text-soft">{timecode(Math.round(video.seconds))}</span>}
                            </span>
                            <Button
                                disabled={busy}
                                aria-label={say('build.find-video.take-named', { title: video.title })}
                                onClick={() => onTake(video.service, video.key)}
                            >
                                {say('build.video-chooser.take-it')}
                            </Button>
                        </li>
                    ))}
                </ul>
            </div>
        </div>
    );
}
