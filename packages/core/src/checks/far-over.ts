/** From so many times what it is made for on a light, a pin or a chip is in danger at once, not only worn out early (assumption). */
export const FAR_OVER = 2;
