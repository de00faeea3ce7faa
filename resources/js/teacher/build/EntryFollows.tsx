import type { Entry, QuizDocument } from '../../api/types';
import { questionsAt } from '../../quiz/places';
import { isEmpty } from '../../quiz/text';
import { RichField } from '../../richtext/RichField';
import { Check, Select } from '../../ui/Field';
import { ShareField } from '../../ui/ShareField';
import { say } from '../../words/words';
import { Targets } from './ForkEditor';
import { LadderPart } from './LadderPart';

/** What may follow an answer that is foreseen, beside its feedback. */
interface Follows {
    /** It may lead to another stop. */
    leads: boolean;
    /** It shows what somebody has not understood, has a part of the points and a ladder of its own. */
    slips: boolean;
    share: boolean;
    pinned: boolean;
}

/** What an answer has beside its words, in a few words each. */
export function followsOf(entry: Entry): string[] {
    return [
        !isEmpty(entry.feedback) && say('build.question-editor.feedback'),
        entry.ladder.length > 0 && say('build.question-editor.own-ladder'),
        entry.fork !== null && say('build.question-editor.leads-elsewhere'),
        (entry.misconception ?? null) !== null && say('build.question-editor.misconception'),
        entry.pinned === true && say('build.question-editor.pinned'),
    ].filter((words) => words !== false);
}

interface Props {
    document: QuizDocument;
    entry: Entry;
    /** How it is called in the names of fields. */
    name: string;
    follows: Follows;
    onChange: (entry: Entry) => void;
    select: (id: string) => void;
}

/** Feedback to one answer. */
export function EntryFeedback({ entry, name, onChange, onEnter }: Pick<Props, 'entry' | 'name' | 'onChange'> & { onEnter: () => void }) {
    return (
        <RichField
            hideLabel
            label={say('build.question-editor.feedback-to', { name })}
            placeholder={say('build.question-editor.feedback-to-this-answer')}
            name={`feedback:${entry.id}`}
            value={entry.feedback}
            onChange={(feedback) => onChange({ ...entry, feedback })}
            onEnter={onEnter}
        />
    );
}

/** Everything else that follows one answer. */
export function EntryFollows({ document, entry, name, follows, onChange, select }: Props) {
    const misconceptions = document.misconceptions ?? [];
    return (
        <div className="grid gap-3 text-sm">
            {(follows.leads || entry.fork !== null) && (
                <Select
                    label={say('build.question-editor.leads-to')}
                    data-fork={entry.id}
                    value={entry.fork ?? ''}
                    onChange={(event) => onChange({ ...entry, fork: event.currentTarget.value || null })}
                >
                    <option value="">
                        {follows.slips ? say('build.question-editor.help-and-back-to-this') : say('build.question-editor.the-next-stop')}
                    </option>
                    <Targets document={document} />
                </Select>
            )}
            {follows.slips && misconceptions.length > 0 && (
                <Select
                    label={say('build.question-editor.shows-the-misconception')}
                    value={entry.misconception ?? ''}
                    onChange={(event) => onChange({ ...entry, misconception: event.currentTarget.value || null })}
                >
                    <option value="">{say('build.question-editor.none')}</option>
                    {misconceptions.map((one) => (
                        <option key={one.id} value={one.id}>
                            {one.text}
                        </option>
                    ))}
                </Select>
            )}
            {follows.slips && follows.share && (
                <ShareField
                    label={say('build.question-editor.share-of-the-points')}
                    value={entry.share ?? 0}
                    onChange={(share) => onChange({ ...entry, share })}
                />
            )}
            {follows.pinned && (
                <Check
                    label={say('build.question-editor.keeps-its-place-where-options')}
                    checked={entry.pinned ?? false}
                    onChange={(pinned) => onChange({ ...entry, pinned })}
                />
            )}
            {follows.slips && entry.fork === null && (
                <div>
                    <p className="mb-1 font-semibold">{say('build.question-editor.a-ladder-of-its-own')}</p>
                    <LadderPart
                        owner={entry.id}
                        rungs={entry.ladder}
                        onChange={(ladder) => onChange({ ...entry, ladder })}
                        select={select}
                        forWhat={name}
                    />
                </div>
            )}
        </div>
    );
}

/** Only answers to a question of the way itself lead elsewhere: in drills, on staircases and on ladders they do not. */
export function mayLead(document: QuizDocument, question: string): boolean {
    return [...document.stops, ...document.sideStops].some(
        (stop) => (stop.kind === 'question' || stop.kind === 'video') && questionsAt(document, stop.id).some((one) => one.id === question),
    );
}
