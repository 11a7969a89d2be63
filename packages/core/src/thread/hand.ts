/** How far a hand strays from the line it means to sew, mm (assumption). */
export const HAND_WANDER_MM = 1;

/** The same for a machine that follows a drawn line, mm (assumption). */
export const MACHINE_WANDER_MM = 0.3;
