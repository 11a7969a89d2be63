/** How slow this machine is now, beside an idle one of the sort that the limits of tests were set on: 1 or more. */
export function paceOfMachine(): number;

/** How much more processor time work takes now than on an idle machine, 1 or more. */
export function slownessNow(): number;
