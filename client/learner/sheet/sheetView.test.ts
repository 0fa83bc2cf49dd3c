import type { WalkNote } from '@lippet/core/review/noteWalk';
import { createSheetView, goToNote, toggleNotes } from './sheetView';

const NOTE = { id: 'n', page: 'p' } as WalkNote;

describe('how an activity is looked at', () => {
  it('begins with the question one was led to, and else with nothing beside the sheet', () => {
    expect(createSheetView(true).getState().beside).toEqual({ kind: 'questions' });
    expect(createSheetView(false).getState()).toMatchObject({ beside: null, over: null, sending: false });
  });

  it('has one thing beside the sheet at a time', () => {
    const view = createSheetView(true);
    toggleNotes(view);
    expect(view.getState().beside).toEqual({ kind: 'notes' });
    toggleNotes(view);
    expect(view.getState().beside).toBeNull();
  });

  it('leads to a note with its mark in sight; on a phone the notes make room', () => {
    const view = createSheetView(false);
    toggleNotes(view);
    goToNote(view, NOTE, true);
    expect(view.getState()).toMatchObject({ sought: NOTE, faint: true, beside: { kind: 'notes' } });
    goToNote(view, NOTE, false);
    expect(view.getState().beside).toBeNull();
  });
});
