import { useQuery } from '@tanstack/react-query';
import { client, take } from '../../api/client';
import type { ClassObjectives } from '../../api/types';
import { say } from '../../words/words';

/** From this chance on a student probably knows something. */
const PROBABLY = 0.8;

export type Estimate = ClassObjectives['objectives'][number]['students'][number];

/** How a class stands with the objectives of its tasks. */
export const useObjectives = (group: string) =>
    useQuery({
        queryKey: ['objectives', group],
        queryFn: () => take(client.GET('/classes/{class}/objectives', { params: { path: { class: group } } })),
    });

export type Knowing = 'known' | 'unsure' | 'unasked';

export const knowing = ({ known }: Estimate): Knowing => (known === null ? 'unasked' : known >= PROBABLY ? 'known' : 'unsure');

/** The chance that a student knows it, with its uncertainty; or how few answers there are. */
export function estimateWords({ known, interval, answers }: Estimate): string {
    const percent = (chance: number | undefined) => Math.round(100 * (chance ?? 0));
    return known === null
        ? say('teacher.objectives.too-few', { answers })
        : say('teacher.objectives.estimate', { known: percent(known), from: percent(interval?.[0]), to: percent(interval?.[1]), answers });
}
