import { bundles, compile } from '../../resources/js/words/compile';
import { speak } from '../../resources/js/words/words';

// Tests hear English, and every page's words.
speak('en', compile('en', [...new Set(Object.values(bundles).flat())]));
