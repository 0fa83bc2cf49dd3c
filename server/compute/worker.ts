/** A thread that computes. Its pool calls it with a task and what that is given. */
import { tasks, type TaskInput, type TaskName } from './tasks';

export default function work<N extends TaskName>({ name, input }: { name: N; input: TaskInput<N> }): unknown {
  return (tasks[name] as (given: TaskInput<N>) => unknown)(input);
}
