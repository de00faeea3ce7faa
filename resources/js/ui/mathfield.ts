import type { MathfieldElement } from 'mathlive';

/** A field in which formulas are written as they look; loaded when the first is needed. */
export async function mathfield(label: string, tex: string): Promise<MathfieldElement> {
    const [{ MathfieldElement }] = await Promise.all([import('mathlive'), import('mathlive/fonts.css')]);
    MathfieldElement.fontsDirectory = null;
    MathfieldElement.soundsDirectory = null;
    const field = new MathfieldElement();
    field.mathVirtualKeyboardPolicy = 'manual';
    field.setAttribute('aria-label', label);
    field.value = tex;
    return field;
}

/** A formula as it is read aloud. */
export async function spoken(tex: string): Promise<string> {
    const { convertLatexToSpeakableText } = await import('mathlive');
    return convertLatexToSpeakableText(tex)
        .replace(/<[^>]*>/g, ' ')
        .replace(/\s+/g, ' ')
        .trim();
}
