import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { say } from '../words/words';
import type { Unsent } from './useOutboxes';

/** What the server did not take of what was done in other rounds, each until it has been read. */
export function RefusedEvents({ unsent }: { unsent: Unsent }) {
    return unsent.told.map(({ event, sentence }) => (
        <Notice key={event.id}>
            {sentence}{' '}
            <Button weight="quiet" onClick={() => unsent.read(event)}>
                {say('student.refused.i-have-read-it')}
            </Button>
        </Notice>
    ));
}
