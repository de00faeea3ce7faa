import { Copy, Trash2 } from 'lucide-react';
import type { Cue } from '../../../api/types';
import { cueName } from '../../../quiz/cues';
import { timecode } from '../../../ui/time';
import { say } from '../../../words/words';
import { kindWords } from './Handle';
import { type Playhead, useMoment } from './playhead';

interface Props {
    cues: Cue[];
    playhead: Playhead;
    selected: string | null;
    onSelect: (id: string) => void;
    onCopy: (id: string) => void;
    onRemove: (id: string) => void;
}

/** Everything that stands at a moment of the video, in order; it goes along with the video. */
export function CueList({ cues, playhead, selected, onSelect, onCopy, onRemove }: Props) {
    const here = useMoment(playhead, (at) => cues.findLast((cue) => cue.at <= at + 0.05)?.id ?? null);
    if (cues.length === 0) {
        return <p className="px-3 py-2 text-sm text-soft">{say('build.bench.nothing-yet')}</p>;
    }
    return (
        <ul className="grid">
            {cues.map((cue) => {
                const name =
                    cueName(cue) || say(cue.kind === 'question' ? 'build.video-editor.empty-question' : 'build.video-editor.empty-note');
                return (
                    <li
                        key={cue.id}
                        className={`grid grid-cols-[minmax(0,1fr)_auto_auto] items-center border-b border-line ${selected === cue.id ? 'bg-tint' : ''} ${here === cue.id ? 'border-l-4 border-l-accent' : 'border-l-4 border-l-transparent'}`}
                    >
                        <button
                            type="button"
                            aria-current={selected === cue.id}
                            className="min-h-11 min-w-0 px-2 py-1 text-left"
                            onClick={() => onSelect(cue.id)}
                        >
                            <span className="font-semibold">{timecode(cue.at)}</span>{' '}
                            <span className="text-sm text-soft">{kindWords[cue.kind]}</span>
                            <span className="block truncate" title={name}>
                                {name}
                            </span>
                        </button>
                        <button type="button" className={act} aria-label={say('build.bench.copy', { name })} onClick={() => onCopy(cue.id)}>
                            <Copy size={16} />
                        </button>
                        <button
                            type="button"
                            className={act}
                            aria-label={say('build.bench.delete', { name })}
                            onClick={() => onRemove(cue.id)}
                        >
                            <Trash2 size={16} />
                        </button>
                    </li>
                );
            })}
        </ul>
    );
}

const act = 'grid size-9 place-items-center rounded-md text-soft hover:bg-tint';
