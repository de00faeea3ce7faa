import type { RecordRow } from '../../api/types';

/** A share in whole per cent, the way it stands in a table; a dash where there is none. */
export function percent(share: number | null): string {
    return share === null ? '–' : `${Math.round(100 * share)} %`;
}

/** As a list of last names has it. */
export function byLastName(row: RecordRow): string {
    return `${row.family} ${row.given}`.trim();
}
