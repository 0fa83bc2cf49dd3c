/** The database with the demo school in it, before anything has happened there. */
export const TEMPLATE = 'journeys_template';
