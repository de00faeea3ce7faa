import { Navigate } from 'react-router';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';
import type { Front } from './useSitting';

/** In place of a sitting that is not read yet, or cannot be. */
export function NotThere({ front }: { front: Front }) {
    if (front.signedOut) {
        return <Navigate to="/sign-in" replace />;
    }
    return <main className="p-8 text-xl">{front.why === null ? say('ui.one-moment') : <Notice>{front.why}</Notice>}</main>;
}
