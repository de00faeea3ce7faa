import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import type { Quiz } from '../../api/types';
import { useLive } from '../../ui/useLive';
import { Draft } from './draft';

/** A quiz document that saves itself at every change, and follows what is changed elsewhere. */
export function useDraft(quiz: Quiz, onSaved: () => void) {
    const [draft] = useState(() => new Draft(quiz, onSaved));
    const shown = useSyncExternalStore(draft.subscribe, draft.current);
    useLive(
        `quiz/${quiz.id}`,
        useCallback(() => void draft.ask(), [draft]),
    );
    useEffect(() => {
        draft.start();
        const leaving = (event: BeforeUnloadEvent) => {
            if (!draft.isSaved()) {
                void draft.save();
                event.preventDefault();
            }
        };
        window.addEventListener('beforeunload', leaving);
        return () => {
            window.removeEventListener('beforeunload', leaving);
            draft.stop();
        };
    }, [draft]);
    return { ...shown, draft };
}
