/** A core sample as wide as the place it stands in. */
import { CoreSample, type CoreSampleProps } from './CoreSample.tsx';
import { Fitted } from './Fitted.tsx';

type FittedCoreProps = Omit<CoreSampleProps, 'width'> & { maxWidth?: number };

export function FittedCore({ maxWidth = 720, ...props }: FittedCoreProps) {
  return <Fitted maxWidth={maxWidth}>{(width) => <CoreSample {...props} width={width} />}</Fitted>;
}
