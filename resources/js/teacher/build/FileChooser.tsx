import { useRef, useState } from 'react';
import { accepts } from '../../richtext/media';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';

interface Props {
    /** From 0 to 1, while a file is on its way. */
    progress: number | null;
    withCaptions?: boolean;
    onSend: (file: File, captions: File | undefined) => void;
}

/** Sends a video of this device, and captions along with it. */
export function FileChooser({ progress, withCaptions = false, onSend }: Props) {
    const [missing, setMissing] = useState(false);
    const file = useRef<HTMLInputElement>(null);
    const captions = useRef<HTMLInputElement>(null);
    const sendChosen = () => {
        const chosen = file.current?.files?.[0];
        setMissing(chosen === undefined);
        if (chosen !== undefined) {
            onSend(chosen, captions.current?.files?.[0]);
        }
    };
    return (
        <div className="grid gap-2 rounded-md border border-line px-3 py-2 text-sm">
            <label>
                {say('build.media-picker.webm-or-mp4-up-to')}
                <input ref={file} type="file" accept={accepts.video} className="mt-1 block w-full text-sm" />
            </label>
            {withCaptions && (
                <label>
                    {say('build.media-picker.captions-if-there-are-any')}
                    <input ref={captions} type="file" accept=".vtt,.srt,text/vtt" className="mt-1 block w-full text-sm" />
                </label>
            )}
            <Button className="w-fit" disabled={progress !== null} onClick={sendChosen}>
                {progress === null
                    ? say('build.media-picker.send')
                    : say('build.media-picker.sending', { percent: Math.round(progress * 100) })}
            </Button>
            {missing && <Notice>{say('build.media-picker.choose-a-file-first')}</Notice>}
        </div>
    );
}
