import { useWindowDimensions } from 'react-native';
import { WIDE_FROM } from './theme';

/** Whether there is room for things beside each other. */
export const useWide = (): boolean => useWindowDimensions().width >= WIDE_FROM;
