import { INK_COLOURS, TOOL_STYLES } from '@lippet/core/ink/tools';
import { inkOf, useDrawing } from './drawing';

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
    expect(JSON.parse(localStorage.getItem('lippet-drawing')!).state).toMatchObject({ tool: 'brush', penSeen: true });
  });
});
