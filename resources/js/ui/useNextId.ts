import { useState } from 'react';
import { ulid } from './ulid';

/** The id of the line behind a list, in which its next one is begun: that of the next line as soon as it stands in the list. */
export function useNextId(list: { id: string }[]): string {
    const [id, setId] = useState(ulid);
    if (list.some((one) => one.id === id)) {
        setId(ulid());
    }
    return id;
}
