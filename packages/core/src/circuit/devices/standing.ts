/** How a device stands. What the numbers mean is the device's own matter. */
export interface DeviceState {
  readonly mode: 'steady' | 'passing' | 'sunk' | 'off' | 'full' | 'low' | 'tripped';
  /** The current it takes or gives, A. */
  readonly amp: number;
  /** The volts it holds, or at which it gave up. */
  readonly volt: number;
  /** While its volts are looked for: where what it gives is too little, and where too much. */
  readonly search?: Search;
}

export interface Search {
  readonly low: { readonly volt: number; readonly excess: number } | null;
  readonly high: { readonly volt: number; readonly excess: number };
}
