import { INK_COLOURS, TOOL_STYLES } from '@lippet/core/ink/tools';
import { inkOf, onlyPenDraws, useDrawing } from './drawing';

describe('the tools of a device', () => {
  beforeEach(() => {
    localStorage.clear();
    useDrawing.setState(useDrawing.getInitialState());
  });

  it('keep a colour and a width for each tool', () => {
    const { setTool, setColour, setWidth } = useDrawing.getState();
    setTool('brush');
    setColour(INK_COLOURS.green);
    setWidth('thick');
    setTool('pen');
    setColour(INK_COLOURS.plum);
    const state = useDrawing.getState();
    expect(inkOf('brush', state)).toEqual({ colour: INK_COLOURS.green, width: TOOL_STYLES.brush.widths.thick });
    expect(inkOf('pen', state)).toEqual({ colour: INK_COLOURS.plum, width: TOOL_STYLES.pen.widths.middle });
  });

  it('go back to drawing when a colour is chosen while rubbing', () => {
    useDrawing.getState().setTool('rubber');
    useDrawing.getState().setColour(INK_COLOURS.blue);
    expect(useDrawing.getState().tool).toBe('pen');
  });

  it('are remembered', () => {
    useDrawing.getState().setTool('brush');
    useDrawing.getState().seePen();
    expect(JSON.parse(localStorage.getItem('lippet-drawing')!).state).toMatchObject({
      tool: 'brush',
      penAt: expect.any(Number),
    });
  });

  it('are for the pen alone once one was seen, until it was away for a day or fingers are let draw', () => {
    const now = Date.now();
    const only = (time: number): boolean => onlyPenDraws(useDrawing.getState(), time);
    expect(only(now)).toBe(false);
    useDrawing.getState().seePen();
    expect([only(now), only(now + 80_000_000), only(now + 90_000_000)]).toEqual([true, true, false]);
    useDrawing.getState().setFingers('draw');
    useDrawing.getState().seePen();
    expect(only(now)).toBe(false);
    useDrawing.getState().setFingers('move');
    expect(only(now)).toBe(true);
  });
});
