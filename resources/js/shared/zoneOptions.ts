/**
 * All time zones that this browser knows, UTC included, for a field that chooses one.
 *
 * @param more one that is chosen already, which the browser may not know
 */
export function zoneOptions(more: string): [string, string][] {
    return [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', more])]
        .sort()
        .map((zone) => [zone, zone])
}
