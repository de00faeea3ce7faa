import { useState } from 'react';
import type { Medium } from '../../api/types';
import { languageName } from '../../player/useCaptions';
import { locale, say } from '../../words/words';
import { CaptionEditor } from './bench/CaptionEditor';
import { Playhead } from './bench/playhead';
import { useCaptionTrack } from './bench/useCaptionTrack';

/** The captions of a video that is not on the bench: which there are, and a way to add and correct them. */
export function CaptionsPart({ medium }: { medium: Medium }) {
    const [open, setOpen] = useState(false);
    const languages = medium.captions.map((language) => languageName(language, locale())).join(', ');
    return (
        <div className="text-sm in-data-bench:hidden">
            <button
                type="button"
                className="min-h-8 w-fit underline underline-offset-4 aria-expanded:font-semibold"
                aria-expanded={open}
                onClick={() => setOpen(!open)}
            >
                {languages === '' ? say('build.captions.add-captions') : say('build.captions.captions-in', { languages })}
            </button>
            {open && <Editing medium={medium.id} />}
        </div>
    );
}

function Editing({ medium }: { medium: string }) {
    const captioning = useCaptionTrack(medium);
    const [playhead] = useState(() => new Playhead());
    return (
        <div className="flex max-h-96 flex-col rounded-md border border-line">
            <CaptionEditor captioning={captioning} playhead={playhead} wanted={null} onGo={playhead.set} />
        </div>
    );
}
