import { useWindowDimensions } from 'react-native';
import { SHORT_UNDER } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';

/** Whether the line is away until it is asked for: where it would take the room that the work needs. */
export function useLineFolds(): boolean {
  const { height } = useWindowDimensions();
  const layout = useLayout();
  return layout === 'low' || (layout === 'phone' && height < SHORT_UNDER);
}
