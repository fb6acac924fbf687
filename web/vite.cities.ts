import cityTimezones from 'city-timezones';

/** Cities above this are offered by name; any other place is typed as coordinates. */
const LARGE = 1_000_000;

/** A few hundred cities with their coordinates and time zones, out of a package of thousands: what the page knows as `virtual:cities`. */
const cities = cityTimezones.cityMapping
  .filter(({ pop, timezone }) => pop > LARGE && timezone)
  .sort((a, b) => b.pop - a.pop)
  .map(({ city, country, lat, lng, timezone }) => [
    `${city}, ${country}`,
    Number(lat.toFixed(3)),
    Number(lng.toFixed(3)),
    timezone,
  ]);
// The package has some of one name twice: the larger of them stays.
export default [...new Map(cities.toReversed().map((city) => [city[0], city])).values()].toReversed();
