import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { client, sentence, take } from '../api/client';
import type { Medium } from '../api/types';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import { accepts, useMedia, useUpload } from './media';

/** Where a medium for a text comes from: a file, what is on the teacher's shelf already, or, for a picture, an address. */
export function MediaShelf({ kind, onChoose, onClose }: { kind: Medium['kind']; onChoose: (medium: Medium) => void; onClose: () => void }) {
    const media = useMedia()
        .filter((medium) => medium.kind === kind)
        .sort((a, b) => (a.id < b.id ? 1 : -1));
    const { send, fetch, progress, error } = useUpload();
    const [address, setAddress] = useState('');
    const account = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')), staleTime: 60_000 });
    const queries = useQueryClient();
    const [refused, setRefused] = useState<string | null>(null);
    const remove = async (medium: Medium) => {
        setRefused(null);
        try {
            await take(client.DELETE('/media/{medium}', { params: { path: { medium: medium.id } } }));
            await Promise.all(['media', 'teacher'].map((key) => queries.invalidateQueries({ queryKey: [key] })));
        } catch (problem) {
            setRefused(sentence(problem));
        }
    };
    const choose = (medium: Medium | null) => medium !== null && onChoose(medium);
    return (
        <fieldset
            aria-label={say('build.media-shelf.put-in', { kind })}
            className="mt-1 grid gap-2 rounded-md border border-line bg-paper p-2 text-sm"
            onKeyDown={(event) => {
                if (event.key === 'Escape') {
                    event.stopPropagation();
                    onClose();
                }
            }}
        >
            <label className="grid gap-1 font-semibold">
                {say('build.media-shelf.a-file-of-your-own', { kind })}
                <input
                    // biome-ignore lint/a11y/noAutofocus: it was asked for just now
                    autoFocus
                    type="file"
                    accept={accepts[kind]}
                    className="w-full font-normal"
                    onChange={async (event) => {
                        const file = event.currentTarget.files?.[0];
                        if (file !== undefined) {
                            choose(await send(file, kind));
                        }
                    }}
                />
            </label>
            {kind === 'picture' && (
                <form
                    className="flex items-end gap-2"
                    onSubmit={async (event) => {
                        event.preventDefault();
                        choose(await fetch(address, 'picture'));
                    }}
                >
                    <div className="flex-1">
                        <Field
                            label={say('build.media-shelf.or-its-address')}
                            type="url"
                            placeholder="https://"
                            maxLength={2000}
                            value={address}
                            onChange={(event) => setAddress(event.currentTarget.value)}
                        />
                    </div>
                    <Button type="submit" disabled={address.trim() === '' || progress !== null}>
                        {say('build.media-shelf.fetch-it')}
                    </Button>
                </form>
            )}
            {progress !== null && <p role="status">{say('build.media-shelf.on-its-way', { percent: Math.round(progress * 100) })}</p>}
            {error !== null && <Notice>{error}</Notice>}
            {refused !== null && <Notice>{refused}</Notice>}
            {media.length > 0 && (
                <fieldset>
                    <legend className="mb-1 font-semibold">{say('build.media-shelf.or-one-of-yours')}</legend>
                    <ul
                        className={
                            kind === 'picture' ? 'grid max-h-48 grid-cols-4 gap-1 overflow-y-auto' : 'grid max-h-48 gap-1 overflow-y-auto'
                        }
                    >
                        {media.map((medium) => (
                            <li key={medium.id} className="relative">
                                <button
                                    type="button"
                                    className="absolute top-0 right-0 grid size-7 place-items-center rounded-md bg-sheet hover:text-accent"
                                    aria-label={say('build.media-shelf.delete', { title: medium.title })}
                                    title={say('build.media-shelf.delete', { title: medium.title })}
                                    onClick={() => void remove(medium)}
                                >
                                    <Trash2 size={16} aria-hidden="true" />
                                </button>
                                <button
                                    type="button"
                                    className="w-full rounded-md border border-line bg-sheet p-1 text-left hover:border-ink"
                                    title={medium.title}
                                    onClick={() => onChoose(medium)}
                                >
                                    {kind === 'picture' ? (
                                        <img
                                            src={`/media/${medium.id}`}
                                            alt={medium.title}
                                            loading="lazy"
                                            className="h-14 w-full object-contain"
                                        />
                                    ) : (
                                        <span className="block truncate">
                                            {medium.title} {medium.seconds === null ? '' : timecode(Math.round(medium.seconds))}
                                        </span>
                                    )}
                                </button>
                            </li>
                        ))}
                    </ul>
                    {account.data !== undefined && (
                        <p className="mt-1 text-soft">
                            {say('build.media-shelf.room', {
                                used: Math.round(account.data.media.bytes / 1024 / 1024),
                                limit: account.data.media.limit / 1024 ** 3,
                            })}
                        </p>
                    )}
                </fieldset>
            )}
            <Button weight="quiet" className="justify-self-end" onClick={onClose}>
                {say('build.media-shelf.close')}
            </Button>
        </fieldset>
    );
}
