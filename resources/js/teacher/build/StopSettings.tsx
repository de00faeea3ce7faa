import type { QuizDocument, Stop } from '../../api/types';
import { putStop } from '../../quiz/document';
import { Check, Select } from '../../ui/Field';
import { say } from '../../words/words';
import { ConditionEditor, ForksEditor } from './ForkEditor';

/** What holds for every kind of stop: whether it must be answered, its part, when it shows, and its forks. */
export function StopSettings({ document, stop, change }: { document: QuizDocument; stop: Stop; change: (document: QuizDocument) => void }) {
    const put = (changes: Partial<Stop>) => change(putStop(document, { ...stop, ...changes } as Stop));
    const said = [
        stop.required === false && say('build.stop-settings.may-be-left-out'),
        (stop.shownIf ?? null) !== null && say('build.stop-settings.shows-only-if'),
        (stop.forks ?? []).length > 0 && say('build.stop-settings.forks', { forks: stop.forks?.length ?? 0 }),
    ].filter(Boolean);
    return (
        <details data-forks className="mt-5 rounded-md border border-line px-3 py-2">
            <summary className="text-sm font-semibold">
                {say('build.stop-settings.this-stop-on-its-way', { isSome: said.length > 0 ? 'yes' : 'no', said: said.join(', ') })}
            </summary>
            <div className="mt-3 grid gap-4">
                <Check
                    label={say('build.stop-settings.it-must-be-answered')}
                    checked={stop.required ?? true}
                    onChange={(required) => put({ required })}
                />
                {(stop.kind === 'reading' || stop.kind === 'video') && (
                    <Check
                        label={say('build.stop-settings.it-stays-at-hand-beside')}
                        checked={stop.staysAtHand ?? false}
                        onChange={(staysAtHand) => put({ staysAtHand })}
                    />
                )}
                {stop.kind === 'video' && (
                    <>
                        <Check
                            label={say('build.stop-settings.students-see-where-the-questions')}
                            checked={stop.cuesShown ?? true}
                            onChange={(cuesShown) => put({ cuesShown, cuesCounted: stop.cuesCounted ?? stop.cuesShown ?? true })}
                        />
                        <Check
                            label={say('build.stop-settings.students-see-how-many-are-to-come')}
                            checked={stop.cuesCounted ?? stop.cuesShown ?? true}
                            onChange={(cuesCounted) => put({ cuesCounted })}
                        />
                        <Select
                            label={say('build.stop-settings.they-can-jump')}
                            value={stop.seeking ?? 'open-cue'}
                            onChange={(event) => put({ seeking: event.currentTarget.value as 'free' | 'back' | 'open-cue' })}
                        >
                            <option value="open-cue">{say('build.stop-settings.up-to-the-next-open')}</option>
                            <option value="back">{say('build.stop-settings.only-back')}</option>
                            <option value="free">{say('build.stop-settings.anywhere')}</option>
                        </Select>
                    </>
                )}
                {(document.parts ?? []).length > 0 && (
                    <Select
                        label={say('build.stop-settings.part')}
                        value={stop.part ?? ''}
                        onChange={(event) => put({ part: event.currentTarget.value || null })}
                    >
                        <option value="">{say('build.stop-settings.none')}</option>
                        {(document.parts ?? []).map((part) => (
                            <option key={part.id} value={part.id}>
                                {part.title}
                            </option>
                        ))}
                    </Select>
                )}
                <div className="grid gap-2">
                    <Check
                        label={say('build.stop-settings.it-shows-only-sometimes')}
                        checked={(stop.shownIf ?? null) !== null}
                        onChange={(on) => put({ shownIf: on ? { kind: 'score', atLeast: 0.5 } : null })}
                    />
                    {stop.shownIf !== undefined && stop.shownIf !== null && (
                        <ConditionEditor
                            document={document}
                            stop={stop}
                            when={stop.shownIf}
                            before
                            onChange={(shownIf) => put({ shownIf })}
                        />
                    )}
                </div>
                <ForksEditor document={document} stop={stop} onChange={(forks) => put({ forks })} />
            </div>
        </details>
    );
}
