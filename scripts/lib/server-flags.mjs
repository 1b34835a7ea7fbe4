/**
 * How Node runs the server. Making a page leaves a few hundred kilobytes of short-lived objects; in a larger young
 * generation most of them are dead before it is swept (measured on the Desk: a tenth of the server's time).
 */
export const SERVER_FLAGS = ['--max-semi-space-size=64'];
