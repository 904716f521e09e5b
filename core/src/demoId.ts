/** The id of the demonstration's job: the server puts it there, the walk through it starts from it. */
export const DEMO_JOB_ID = '5a17ab0a-7d00-4000-8000-000000000001';
