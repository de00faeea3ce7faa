/** How far a student is, as a tone that prints too. */
export function tone(done: number) {
    return { backgroundColor: `color-mix(in srgb, var(--well) ${Math.round(38 * done)}%, transparent)` };
}
