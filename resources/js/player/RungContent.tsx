import type { RoundView, Rung } from '../api/types';
import { type Stretch, VideoPlayer } from './VideoPlayer';

/** One step of help, as a student sees it. */
export function RungContent({
    rung,
    media,
    onWatched,
}: {
    rung: Rung;
    media: RoundView['media'];
    onWatched: (rung: string, stretch: Stretch) => void;
}) {
    if (rung.kind === 'video') {
        const about = rung.clip.media === null ? undefined : media[rung.clip.media];
        return (
            <div>
                {rung.title !== '' && <p className="mb-2 font-semibold">{rung.title}</p>}
                <VideoPlayer
                    title={rung.title}
                    clip={rung.clip}
                    length={about?.seconds ?? null}
                    captions={about?.captions ?? false}
                    onWatched={(stretch) => onWatched(rung.id, stretch)}
                />
            </div>
        );
    }
    return (
        <div className="text-lg leading-relaxed whitespace-pre-wrap">
            {rung.kind === 'reading' && rung.title !== '' && <p className="mb-1 font-display text-lg">{rung.title}</p>}
            {rung.text}
        </div>
    );
}

export const rungWords: Record<Rung['kind'], string> = { hint: 'Hint', video: 'Video', reading: 'Reading' };
