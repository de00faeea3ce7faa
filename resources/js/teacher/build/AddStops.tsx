import type { Stop } from '../../api/types';
import { stopKinds, stopWithin, stopWords } from '../../quiz/kinds';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

/** What can be added behind the stop that is selected. */
export function AddStops({ onAdd, onAddSide }: { onAdd: (kind: Stop['kind']) => void; onAddSide: () => void }) {
    return (
        <div className="flex flex-wrap items-center gap-2">
            <p className="text-sm font-semibold">{say('build.build.add')}</p>
            {stopKinds.map((kind) => (
                <Button key={kind} aria-label={say('build.build.add-a', { stop: stopWithin(kind) })} onClick={() => onAdd(kind)}>
                    {stopWords(kind)}
                </Button>
            ))}
            <Button aria-label={say('build.build.add-a-side-stop')} onClick={onAddSide}>
                {say('build.build.side-stop')}
            </Button>
        </div>
    );
}

/** A quiz in which nothing stands yet: how it begins. */
export function Empty({ add }: { add: (kind: Stop['kind']) => void }) {
    return (
        <div className="relative flex flex-1 flex-col overflow-hidden rounded-lg border border-line bg-sheet">
            <div className="flex flex-1 flex-col items-start justify-end gap-3 p-8">
                <h2 className="text-2xl">{say('build.build.begin-with-a-question')}</h2>
                <p className="max-w-md">{say('build.build.write-what-you-ask-and')}</p>
                <div className="flex flex-wrap gap-2">
                    <Button weight="main" large onClick={() => add('question')}>
                        {say('build.build.add-the-first-question')}
                    </Button>
                    <Button large onClick={() => add('video')}>
                        {say('build.build.begin-with-a-video')}
                    </Button>
                </div>
            </div>
            <div className="h-2/5 border-t-3 border-ink bg-earth" />
        </div>
    );
}
