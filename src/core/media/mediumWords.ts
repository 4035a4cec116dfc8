import type { Link } from '../job/records';

/** Media of links, as they are named everywhere. */
export const mediumWords: Record<Link['medium'], string> = {
  ethernet: 'Ethernet',
  fibre: 'Fibre',
  coax: 'Coax',
  powerline: 'Powerline',
  wireless: 'Wireless',
};
