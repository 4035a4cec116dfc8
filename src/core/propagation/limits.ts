/** Paths that would add less than this share of the power are not added (planning: −15 dB; 0.13 dB each). */
export const leastShare = 0.03;
/** Nor are those that leave less than this of the EIRP: under every noise floor (−150 dB). */
export const leastPower = 1e-15;
/** Where the straight path keeps more than this of what free space leaves, no turn is looked for (planning: −3 dB). */
export const clearTransmittance = 0.5;
