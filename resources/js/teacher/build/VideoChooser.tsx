import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { take as answered, client } from '../../api/client';
import { useMedia, useUpload } from '../../richtext/media';
import { Button } from '../../ui/Button';
import { Field, Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { CaptionsPart } from './CaptionsPart';
import { FileChooser } from './FileChooser';
import { FindVideo } from './FindVideo';
import { ReplaceVideo } from './ReplaceVideo';
import { VideoUses } from './VideoUses';

interface Props {
    value: string | null;
    onChange: (id: string | null) => void;
}

type Way = 'file' | 'address' | 'found';

const ways: { way: Way; words: string }[] = [
    { way: 'file', words: say('build.media-picker.send-a-video-of-your') },
    { way: 'address', words: say('build.video-chooser.from-an-address') },
    { way: 'found', words: say('build.video-chooser.find-one') },
];

/** Chooses one of the teacher's videos, or another one: from this device, from an address, or from a service. */
export function VideoChooser({ value, onChange }: Props) {
    const videos = useMedia().filter((medium) => medium.kind === 'video');
    const chosen = videos.find((medium) => medium.id === value);
    const account = useQuery({ queryKey: ['teacher'], queryFn: () => answered(client.GET('/teacher')), staleTime: 60_000 });
    const [way, setWay] = useState<Way | null>(null);
    const [address, setAddress] = useState('');
    const { send, fetch, take, progress, error } = useUpload();
    // What is on its way is put in when it comes.
    const put = async (coming: Promise<{ id: string } | null>) => {
        const medium = await coming;
        if (medium !== null) {
            setWay(null);
            onChange(medium.id);
        }
    };
    return (
        <div className="grid gap-2">
            <Select
                label={say('build.media-picker.video')}
                value={value ?? ''}
                onChange={(event) => onChange(event.currentTarget.value || null)}
            >
                <option value="">{say('build.media-picker.no-video-yet')}</option>
                {videos.map((medium) => (
                    <option key={medium.id} value={medium.id}>
                        {medium.title}
                        {medium.seconds === null ? '' : ` (${timecode(Math.round(medium.seconds))})`}
                    </option>
                ))}
            </Select>
            {chosen !== undefined && <VideoUses medium={chosen.id} />}
            <div className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
                {ways
                    .filter((one) => one.way !== 'found' || account.data?.searchesVideos === true)
                    .map((one) => (
                        <button
                            key={one.way}
                            type="button"
                            className="min-h-8 underline underline-offset-4 aria-expanded:font-semibold"
                            aria-expanded={way === one.way}
                            onClick={() => setWay(way === one.way ? null : one.way)}
                        >
                            {one.words}
                        </button>
                    ))}
            </div>
            {way === 'file' && (
                <FileChooser progress={progress} withCaptions onSend={(file, captions) => void put(send(file, 'video', captions))} />
            )}
            {way === 'address' && (
                <form
                    className="grid gap-2 rounded-md border border-line px-3 py-2 text-sm"
                    onSubmit={(event) => {
                        event.preventDefault();
                        event.stopPropagation();
                        void put(fetch(address, 'video'));
                    }}
                >
                    <Field
                        label={say('build.video-chooser.its-address')}
                        hint={say('build.video-chooser.of-a-page-or-a-file')}
                        type="url"
                        maxLength={2000}
                        value={address}
                        onChange={(event) => setAddress(event.currentTarget.value)}
                    />
                    <Button type="submit" className="w-fit" disabled={progress !== null || address.trim() === ''}>
                        {progress === null ? say('build.video-chooser.take-it') : say('ui.one-moment')}
                    </Button>
                </form>
            )}
            {way === 'found' && <FindVideo busy={progress !== null} onTake={(service, key) => void put(take(service, key))} />}
            {error !== null && <Notice>{error}</Notice>}
            {chosen !== undefined && <CaptionsPart key={`captions ${chosen.id}`} medium={chosen} />}
            {chosen !== undefined && <ReplaceVideo key={chosen.id} medium={chosen} />}
        </div>
    );
}
