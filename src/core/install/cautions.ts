/** Cautions, each at the step where it matters. */
export const cautions = {
  mains:
    'Switch the circuit off at the breaker and check that it is dead before touching a socket plate. Leave mains work to a licensed electrician; follow local codes.',
  socket: 'An adapter goes into the wall socket itself: never into a strip, never chained.',
  drilling:
    'Before drilling: cables, pipes, load-bearing and fire-stopping walls; old paint and boards may hold lead or asbestos; permission of owner or landlord.',
  ladder: 'Ladder on firm ground, a second person, not in wind or wet, not near overhead lines.',
  copper:
    'Copper between buildings meets different earths and lightning: surge protection at both ends, local earthing rules. Fibre is better.',
  outdoor: 'Outdoor-rated cable, a drip loop, a sealed entry, a unit rated for the weather.',
  coax: 'The shield of the coax is bonded where it enters: don’t break that bond.',
  attic: 'Attic, crawl space: step on joists only; mind insulation, heat and wiring.',
  radio: 'Use the country’s channels and power limits; 6 GHz low-power units are for indoors only.',
  passwords:
    'The administrator’s password is not the Wi-Fi password. Change both from the label’s; don’t photograph or mail them.',
} as const;
export type CautionId = keyof typeof cautions;
