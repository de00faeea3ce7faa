import { useRef, useState } from 'react';
import type { Medium } from '../../api/types';
import { accepts, useMedia, useUpload } from '../../richtext/media';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';

interface Props {
    kind: Medium['kind'];
    value: string | null;
    onChange: (id: string | null) => void;
}

const words: Record<Medium['kind'], { name: string; none: string; send: string; types: string }> = {
    video: {
        name: say('build.media-picker.video'),
        none: say('build.media-picker.no-video-yet'),
        send: say('build.media-picker.send-a-video-of-your'),
        types: say('build.media-picker.webm-or-mp4-up-to'),
    },
    picture: {
        name: say('build.media-picker.picture'),
        none: say('build.media-picker.no-picture'),
        send: say('build.media-picker.send-a-picture-of-your'),
        types: say('build.media-picker.jpeg-png-webp-or-gif'),
    },
    sound: {
        name: say('build.media-picker.sound'),
        none: say('build.media-picker.no-sound'),
        send: say('build.media-picker.send-a-sound-of-your'),
        types: say('build.media-picker.mp3-ogg-wav-m4a-or'),
    },
    file: {
        name: say('build.media-picker.document'),
        none: say('build.media-picker.no-document'),
        send: say('build.media-picker.send-a-document-of-your'),
        types: say('build.media-picker.pdf-text-or-a-document'),
    },
};

/** Chooses one of the teacher's videos, pictures, sounds or documents, or sends a new one. */
export function MediaPicker({ kind, value, onChange }: Props) {
    const media = useMedia().filter((medium) => medium.kind === kind);
    const { send, progress, error } = useUpload();
    const [missing, setMissing] = useState(false);
    const file = useRef<HTMLInputElement>(null);
    const captions = useRef<HTMLInputElement>(null);
    // An upload takes its time: what it brings is put into what stands here then.
    const newest = useRef(onChange);
    newest.current = onChange;

    const sendChosen = async () => {
        const chosen = file.current?.files?.[0];
        setMissing(chosen === undefined);
        const medium = chosen === undefined ? null : await send(chosen, kind, captions.current?.files?.[0]);
        if (medium !== null) {
            newest.current(medium.id);
        }
    };

    return (
        <div className="grid gap-2">
            <Select label={words[kind].name} value={value ?? ''} onChange={(event) => onChange(event.currentTarget.value || null)}>
                <option value="">{words[kind].none}</option>
                {media.map((medium) => (
                    <option key={medium.id} value={medium.id}>
                        {medium.title}
                        {medium.seconds === null ? '' : ` (${timecode(Math.round(medium.seconds))})`}
                    </option>
                ))}
            </Select>
            <details className="rounded-md border border-line px-3 py-2 text-sm">
                <summary className="font-semibold">{words[kind].send}</summary>
                <div className="mt-2 grid gap-2">
                    <label>
                        {words[kind].types}
                        <input ref={file} type="file" accept={accepts[kind]} className="mt-1 block w-full text-sm" />
                    </label>
                    {kind === 'video' && (
                        <label>
                            {say('build.media-picker.captions-if-there-are-any')}
                            <input ref={captions} type="file" accept=".vtt,text/vtt" className="mt-1 block w-full text-sm" />
                        </label>
                    )}
                    <Button className="w-fit" disabled={progress !== null} onClick={() => void sendChosen()}>
                        {progress === null
                            ? say('build.media-picker.send')
                            : say('build.media-picker.sending', { percent: Math.round(progress * 100) })}
                    </Button>
                </div>
            </details>
            {(missing || error !== null) && <Notice>{missing ? say('build.media-picker.choose-a-file-first') : error}</Notice>}
        </div>
    );
}
