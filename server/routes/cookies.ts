/** Names of the cookies by which a device is known. */
export const SESSION_COOKIE = 'lippet_session';
export const GROUP_COOKIE = 'lippet_group';
/** Sessions of others on this device, who stay signed in here while somebody else is. */
export const ALSO_COOKIE = 'lippet_also';
