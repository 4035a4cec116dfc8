import type { ComponentProps } from 'react';

/** A picture as it is: bytes of the job's own file, or data, at their size. There is nothing for a server to optimise. */
export function Picture({ alt, ...rest }: ComponentProps<'img'> & { alt: string }) {
  // eslint-disable-next-line @next/next/no-img-element
  return <img alt={alt} {...rest} />;
}
