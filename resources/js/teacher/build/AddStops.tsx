import type { Stop } from '../../api/types';
import { stopKinds, stopWithin, stopWords } from '../../quiz/kinds';
import { type Pattern, patterns } from '../../quiz/patterns';
import { Button } from '../../ui/Button';
import { say } from '../../words/words';

/** What can be added behind the stop that is selected. */
export function AddStops({
    onAdd,
    onAddSide,
    onPattern,
}: {
    onAdd: (kind: Stop['kind']) => void;
    onAddSide: () => void;
    onPattern: (pattern: Pattern) => void;
}) {
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
            <select
                className="min-h-9 rounded-md border border-edge bg-sheet px-1 text-sm"
                aria-label={say('build.build.add-a-pattern')}
                value=""
                onChange={(event) => onPattern(event.currentTarget.value as Pattern)}
            >
                <option value="">{say('build.build.pattern')}</option>
                {patterns.map((pattern) => (
                    <option key={pattern} value={pattern}>
                        {say(`quiz.pattern.name.${pattern}`)}
                    </option>
                ))}
            </select>
        </div>
    );
}

/** A quiz in which nothing stands yet: how it begins. */
export function Empty({ add, onPattern }: { add: (kind: Stop['kind']) => void; onPattern: (pattern: Pattern) => void }) {
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
                <h3 className="mt-2 text-base">{say('build.build.or-from-a-pattern')}</h3>
                <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2">
                    {patterns.map((pattern) => (
                        <li key={pattern}>
                            <button type="button" className="text-left hover:underline" onClick={() => onPattern(pattern)}>
                                <span className="font-semibold underline underline-offset-2">{say(`quiz.pattern.name.${pattern}`)}</span>
                                <span className="block text-sm text-soft">{say(`quiz.pattern.about.${pattern}`)}</span>
                            </button>
                        </li>
                    ))}
                </ul>
            </div>
            <div className="h-1/4 border-t-3 border-ink bg-earth" />
        </div>
    );
}
