/** Height of the room above the columns for arcs, in pixels, and without any. */
export const SKY = 84;
export const LOW_SKY = 20;

/** Height of the columns above the ground, in pixels, with the students who stand at them. */
export const STANDS = 204;
