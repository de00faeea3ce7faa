import { Redo2, Undo2 } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { keptGiving } from '../../quiz/giving';
import { Button, buttonClass } from '../../ui/Button';
import { Switch } from '../../ui/Switch';
import { say } from '../../words/words';
import type { Draft, Saving, Shown } from './draft';

interface Props {
    quiz: string;
    shown: Shown;
    draft: Draft;
    edition: { number: number | null; current: boolean };
    far: boolean;
    onFar: (far: boolean) => void;
    onWhole: () => void;
    onStep: (what: 'undo' | 'redo') => Promise<void>;
    onRehearse: () => void;
    onPublish: () => void;
    onKeys: () => void;
}

const savingWords: Record<Saving['state'], string> = {
    saved: say('build.build.all-is-saved'),
    saving: say('build.build.saving'),
    waiting: say('build.build.kept-on-this-device-saving'),
    refused: say('build.build.not-saved'),
};

/** What is being built, whether it is saved, and what can be done with the whole of it. */
export function BuildHeader({ quiz, shown, draft, edition, far, onFar, onWhole, onStep, onRehearse, onPublish, onKeys }: Props) {
    const { document, saving, elsewhere } = shown;
    const navigate = useNavigate();
    return (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-5 py-2">
            <button type="button" className="min-w-0 text-left hover:underline" onClick={onWhole}>
                <h1 className="truncate text-xl">{document.title || say('build.build.untitled')}</h1>
            </button>
            <p
                role="status"
                className={`min-w-40 text-sm ${saving.state === 'saved' || saving.state === 'saving' ? 'text-soft' : 'font-semibold text-accent'}`}
            >
                {savingWords[saving.state]}
                {saving.state === 'refused' && `: ${saving.sentence}`}
            </p>
            {elsewhere !== null && (
                <button
                    type="button"
                    className="max-w-80 truncate text-sm text-soft"
                    title={say('build.build.press-to-put-this-away', { elsewhere })}
                    onClick={() => draft.readElsewhere()}
                >
                    {elsewhere}
                </button>
            )}
            <div className="ml-auto flex flex-wrap items-center gap-2">
                <Step what="undo" label={shown.undo} onStep={onStep} />
                <Step what="redo" label={shown.redo} onStep={onStep} />
                <Link
                    className={buttonClass('quiet')}
                    to={`/quizzes/${quiz}/history`}
                    onClick={(event) => {
                        // What was typed last stands in it, too.
                        event.preventDefault();
                        void draft.save().then(() => navigate(`/quizzes/${quiz}/history`));
                    }}
                >
                    {say('build.build.history')}
                </Link>
                <Link
                    className={`${buttonClass('quiet')} max-md:hidden`}
                    to={`/quizzes/${quiz}/print`}
                    onClick={(event) => {
                        event.preventDefault();
                        void draft.save().then(() => navigate(`/quizzes/${quiz}/print`));
                    }}
                >
                    {say('build.build.print')}
                </Link>
                <Button
                    weight="quiet"
                    className="max-lg:hidden"
                    aria-keyshortcuts="Control+/"
                    title={say('build.keys.open')}
                    onClick={onKeys}
                >
                    {say('build.keys.keys')}
                </Button>
                <div className="max-md:hidden">
                    <Switch label={say('build.build.from-afar')} checked={far} onChange={onFar} />
                </div>
                <Button onClick={onRehearse} disabled={document.stops.length === 0}>
                    {say('build.build.rehearse')}
                </Button>
                {edition.number !== null && (
                    <Link
                        className={buttonClass()}
                        to={`/give?quiz=${quiz}`}
                        onClick={(event) => {
                            event.preventDefault();
                            void draft.save().then(() => navigate(`/give?quiz=${quiz}`));
                        }}
                    >
                        {keptGiving(null, null).quiz === quiz ? say('build.build.back-to-giving-out') : say('build.build.give-out')}
                    </Link>
                )}
                {edition.number !== null && edition.current ? (
                    <p className="px-2 text-sm font-semibold text-well">{say('build.build.edition-is-out', { number: edition.number })}</p>
                ) : (
                    <Button weight="main" onClick={onPublish}>
                        {edition.number === null
                            ? say('build.build.publish')
                            : say('build.build.publish-edition', { number: edition.number + 1 })}
                    </Button>
                )}
            </div>
        </div>
    );
}

/** Takes back, or does again, the newest step, and says which. */
function Step({ what, label, onStep }: { what: 'undo' | 'redo'; label: string | null; onStep: (what: 'undo' | 'redo') => Promise<void> }) {
    const Picture = what === 'undo' ? Undo2 : Redo2;
    const words = what === 'undo' ? say('build.build.undo') : say('build.build.redo');
    return (
        <Button
            weight="quiet"
            className="flex items-center gap-1 px-2"
            disabled={label === null}
            aria-label={label === null ? words : `${words}: ${label}`}
            title={
                label === null
                    ? say(what === 'undo' ? 'build.build.nothing-to-undo' : 'build.build.nothing-to-redo')
                    : say(what === 'undo' ? 'build.build.undo-what' : 'build.build.redo-what', { label })
            }
            onClick={() => void onStep(what)}
        >
            <Picture size={18} />
            {label !== null && <span className="max-w-36 truncate text-xs max-xl:hidden">{label}</span>}
        </Button>
    );
}
