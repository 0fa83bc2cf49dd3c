import { CREW_LIMITS, type CrewView } from '@lippet/core/contract/crews';
import { proposeCrews, type Difficulties } from '@lippet/core/questions/crews/proposeCrews';
import { createStore } from 'zustand/vanilla';

export interface CrewsDraftState {
  crews: CrewView[];
  /** A learner who was picked up, and is to be put somewhere. */
  held: string | null;
  /** Whether anything differs from what is kept at school. */
  changed: boolean;
}

/** Crews while a teacher puts them together. Nothing is told to anybody before they are kept at school. */
export class CrewsDraft {
  readonly state;

  constructor(
    kept: readonly CrewView[],
    private readonly newId: () => string = () => crypto.randomUUID(),
  ) {
    this.state = createStore<CrewsDraftState>(() => ({ crews: [...kept], held: null, changed: false }));
  }

  /** Puts together who could be helped together, in place of what is there. */
  propose(difficulties: readonly Difficulties[], most: number): void {
    const crews = proposeCrews(difficulties, most).slice(0, CREW_LIMITS.crews);
    this.change(
      crews.map(({ learners, about }, index) => ({
        ...this.empty(index),
        learners,
        note: about ? `We look together at ${about.wrong}.`.slice(0, CREW_LIMITS.note) : '',
      })),
    );
  }

  /** Picks a learner up, or lays them back. */
  pickUp(learner: string): void {
    this.state.setState(({ held }) => ({ held: held === learner ? null : learner }));
  }

  /** Puts the learner who was picked up into a crew; with null into none. */
  putInto(crew: string | null): void {
    const { held } = this.state.getState();
    if (held !== null) this.move(held, crew);
  }

  move(learner: string, crew: string | null): void {
    this.change(
      this.state.getState().crews.map(({ id, learners, ...rest }) => {
        const others = learners.filter((one) => one !== learner);
        return { id, ...rest, learners: id === crew ? [...others, learner] : others };
      }),
    );
  }

  add(): void {
    const { crews } = this.state.getState();
    if (crews.length < CREW_LIMITS.crews) this.change([...crews, this.empty(crews.length)]);
  }

  drop(crew: string): void {
    this.change(this.state.getState().crews.filter(({ id }) => id !== crew));
  }

  edit(crew: string, change: Partial<Pick<CrewView, 'name' | 'note' | 'meetsAt' | 'link'>>): void {
    this.change(this.state.getState().crews.map((one) => (one.id === crew ? { ...one, ...change } : one)));
  }

  /** They are at school now. */
  kept(crews: readonly CrewView[]): void {
    this.state.setState({ crews: [...crews], held: null, changed: false });
  }

  private empty(index: number): CrewView {
    return { id: this.newId(), name: `Crew ${index + 1}`, note: '', meetsAt: null, link: null, learners: [] };
  }

  private change(crews: CrewView[]): void {
    this.state.setState({ crews, held: null, changed: true });
  }
}
