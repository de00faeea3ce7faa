import type { ReactNode } from 'react';
import { short } from '../../quiz/names';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { rich, say } from '../../words/words';
import { type Draft, type Missed as MissedChange, wordsOf } from './draft';

/** Changes that could not be laid, each offered again until it is decided: nothing that was typed is lost. */
export function UnappliedChanges({ draft, missed }: { draft: Draft; missed: MissedChange[] }) {
    return missed.map((one) => (
        <div key={one.id} className="px-5 pb-3">
            <Notice>
                {rich('build.unapplied.could-not-be-laid', {
                    label: one.label,
                    b: (words: ReactNode) => <b>{words}</b>,
                })}{' '}
                {one.sentence} {yours(one)}
                <span className="ml-2 inline-flex flex-wrap gap-2">
                    <Button onClick={() => draft.again(one)}>
                        {one.held ? say('build.unapplied.put-mine-in-its-place') : say('build.unapplied.try-it-again')}
                    </Button>
                    <Button weight="quiet" onClick={() => draft.forget(one)}>
                        {one.held ? say('build.unapplied.leave-theirs') : say('build.unapplied.leave-it')}
                    </Button>
                </span>
            </Notice>
        </div>
    ));
}

/** What was typed, so that it can be read, and copied, whatever is decided. */
function yours({ edits }: MissedChange): string {
    const text = edits.map((edit) => (edit.do === 'set' ? wordsOf(edit.value).trim() : '')).find((value) => value !== '');
    return text === undefined ? '' : say('build.unapplied.yours', { name: short(text, 200) });
}
