/** A caption as one would type it: what its file puts for a sign that is no tag is that sign again. */
export function typed(text: string): string {
    return text
        .replace(/&lt;(?!\/?(?:c|i|b|u|v|lang|ruby|rt)\b|\d)/g, '<')
        .replaceAll('--&gt;', '-->')
        .replace(/&amp;(?!(?:amp|lt|gt|lrm|rlm|nbsp|#\w+);)/g, '&');
}
