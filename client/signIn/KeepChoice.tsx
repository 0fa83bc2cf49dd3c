import { TickBox } from '../ui/TickBox';

/** "Keep me signed in": for one's own device only. */
export const KeepChoice = ({ keep, onChange }: { keep: boolean; onChange: (keep: boolean) => void }) => (
  <TickBox word="Keep me signed in" below="Only on your own device" on={keep} onChange={onChange} />
);
