import { useLay } from './context';
import { TaskList } from './TaskList';

/** Everything found wanting of what is laid. */
export const TasksTab = () => (
  <TaskList tasks={useLay().tasks} nothing="What is entered as not so, too thin, off its level or failed comes here by itself." />
);
