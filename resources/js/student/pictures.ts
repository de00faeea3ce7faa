/** The cache in which pictures of rounds stay, for the pages that fill it and the worker that reads it. */
export const PICTURES = 'pictures';
