/// <reference types="vite/client" />
/// <reference types="vite-plugin-pwa/client" />

declare module 'virtual:cities' {
  /** Name with its country, latitude and longitude in degrees, time zone. */
  const cities: readonly (readonly [name: string, latitudeDeg: number, longitudeDeg: number, timeZone: string])[];
  export default cities;
}

declare module 'tz-lookup' {
  /** Time zone of a place, from a map shipped with it. */
  export default function tzLookup(latitudeDeg: number, longitudeDeg: number): string;
}
