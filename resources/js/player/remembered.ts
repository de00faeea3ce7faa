/** How somebody watches, from one video to the next, as long as the page is open. */
export const remembered: { rate: number; captions: 'on' | 'off'; language: string | null; large: boolean; transcribed: boolean } = {
    rate: 1,
    captions: 'on',
    language: null,
    large: false,
    transcribed: false,
};

/** The language in which captions are shown first: the one last chosen where there is one, or else the first. */
export function firstLanguage(languages: string[]): string | null {
    const own = languages.find((language) => language === remembered.language);
    return remembered.captions === 'off' ? null : (own ?? languages[0] ?? null);
}
