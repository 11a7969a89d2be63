/** The volts that addressable lights work at (memory of typical datasheets). */
export const DATA_LIGHT_V = { least: 3.5, most: 5.3 } as const;

/** What an addressable light draws while it is dark, A (memory: about a milliampere). */
export const DARK_DATA_LIGHT_A = 0.001;
