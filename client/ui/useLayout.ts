import { useWindowDimensions } from 'react-native';
import { LOW_UNDER, WIDE_FROM } from './theme';

/**
 * How much room there is: things beside each other; a phone held upright, one column; or a phone on its side, where
 * height is what lacks.
 */
export type Layout = 'wide' | 'phone' | 'low';

export function useLayout(): Layout {
  const { width, height } = useWindowDimensions();
  if (height < LOW_UNDER && width > height) return 'low';
  return width >= WIDE_FROM ? 'wide' : 'phone';
}
