/** What each technical figure means, in one sentence each. Shown at the figure, on focus or tap. */
export const explanations = {
  headroom: 'Headroom: how many dB the signal is stronger than this need requires.',
  certainty: 'Certainty: how likely it is that the need is met, with all known uncertainty.',
  signal: 'Signal: the power that the device receives, in dBm; −50 is strong, −75 is weak.',
  servingUnit: 'Serving unit: the unit that gives the best rate at each place.',
  readings: 'Readings: how much the calibration from readings changes the signal, in dB.',
  uncertainty: 'Uncertainty (1 σ): in two of three cases the true value is within this range.',
  need: 'Need: the download and upload rate, Mbps, for all activities at this spot at the same time.',
  before: 'Before: the median download of all runs before the work, Mbps.',
  after: 'After: the median download of all runs after the work, Mbps.',
  predicted: 'Predicted: the calculated download, Mbps, and the certainty that the need is met.',
  status: 'Status: met or short, as predicted, or as the runs after the work show.',
  bottleneck: 'Bottleneck: the slowest part between the internet and the device.',
  latency: 'Latency: how long an answer takes, ms; calls and games need a low value.',
  atOnce: 'All needs at once: whether the network has enough capacity when all spots are in use together.',
  lowestHeadroom: 'Lowest headroom: the headroom of the weakest need in this plan.',
  robust:
    'The share of random cases, with walls and units varied within their uncertainty, in which all needs are met.',
  carries: 'Carries: the rate that this link can give to a single device, Mbps.',
  inUse: 'In use: the rate on this link when all needs are in use together, Mbps.',
  lowestSpot: 'Lowest spot: the spot with the lowest certainty that this unit serves.',
  airtime: 'Airtime: the share of time in which a channel is in use.',
  addedUncertainty:
    'Added uncertainty: by how many dB the predictions are less certain because this is not known.',
  roaming: 'Roaming: the place where a phone changes from one unit to the other.',
  overlap: 'Overlap: how much stronger both units are here than a phone needs to stay connected.',
  leak: 'Leak: a metal layer never blocks more than this, because the signal passes through its joints.',
  eirp: 'EIRP: the power that the unit transmits in its strongest direction, dBm.',
  byArea: 'By area: the share of the floor of this room where the need is met with 90 % certainty.',
} as const;
export type Figure = keyof typeof explanations;
