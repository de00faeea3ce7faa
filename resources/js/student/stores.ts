/** The cache in which pictures of rounds stay, for the pages that fill it and the worker that reads it. */
export const PICTURES = 'pictures';

/** How the caches begin in which the videos of a round stay, one for each round. */
export const VIDEOS = 'videos of ';
