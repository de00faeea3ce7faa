import { useCallback, useRef } from 'react';
import { ulid } from './ulid';

/**
 * The id under which words are sent: the same as long as the words are, so that sending them again after a failure is no second
 * message, and words that were changed meanwhile are not taken for those that may have arrived.
 */
export function useMessageId(): { idOf: (words: string) => string; sent: () => void } {
    const last = useRef({ id: ulid(), words: '' });
    const sent = useCallback(() => {
        last.current = { id: ulid(), words: '' };
    }, []);
    const idOf = useCallback((words: string) => {
        if (last.current.words !== words) {
            last.current = { id: ulid(), words };
        }
        return last.current.id;
    }, []);
    return { idOf, sent };
}
