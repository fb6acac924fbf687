import { expect } from 'chai';
import { seededRandom } from '@hushto/core';
import { getPosition, getTimes } from 'suncalc';
import { skyPhase, sunAltitudeOver, sunAt, sunEvents } from './sun.ts';
import { clockPlus, clockText, dayOf, dayPlus, momentOf, offsetText } from './zoned.ts';

const MINUTE = 60_000;
const PORT_ALDER = { latitudeDeg: 56, longitudeDeg: 3 };

/** Places and dates of both hemispheres, 2015 to 2040; the poles' last ten degrees are left to the tests of polar days. */
function scattered(count: number) {
  const random = seededRandom(20260114);
  return Array.from({ length: count }, () => ({
    latitudeDeg: -80 + 160 * random(),
    longitudeDeg: -180 + 360 * random(),
    atMs: Date.UTC(2015, 0, 1) + random() * 25 * 365.25 * 86_400_000,
  }));
}

/** What suncalc adds: Sæmundsson's formula, Meeus, Astronomical Algorithms, 2nd ed. (1998), 16.4 (from memory); the horizon's below it. */
function refractionDeg(altitudeDeg: number): number {
  const h = Math.max(0, altitudeDeg);
  return 1.02 / 60 / Math.tan(((h + 10.3 / (h + 5.11)) * Math.PI) / 180);
}

describe('the sun', () => {
  it('stands within 0.1° of an independent library at 200 places and dates, refraction added', () => {
    for (const { atMs, ...place } of scattered(200)) {
      const { altitudeDeg, azimuthDeg } = sunAt(place, atMs);
      const other = getPosition(new Date(atMs), place.latitudeDeg, place.longitudeDeg);
      expect(Math.abs(other.altitude - altitudeDeg - refractionDeg(altitudeDeg))).to.be.below(0.1);
      const turn = Math.abs(((other.azimuth - azimuthDeg + 540) % 360) - 180);
      expect(turn * Math.cos((altitudeDeg * Math.PI) / 180)).to.be.below(0.1);
    }
  });

  it('rises and sets within a minute of an independent library at 200 places and dates', () => {
    let compared = 0;
    for (const { atMs, ...place } of scattered(200)) {
      const times = getTimes(new Date(atMs), place.latitudeDeg, place.longitudeDeg);
      const pairs = [
        ['sunriseMs', times.sunrise],
        ['sunsetMs', times.sunset],
      ] as const;
      for (const [event, other] of pairs) {
        const otherMs = other?.getTime();
        if (otherMs === undefined || Number.isNaN(otherMs)) continue;
        const own = sunEvents(place, otherMs - 6 * 60 * MINUTE)[event];
        expect(own, `${event} at ${place.latitudeDeg}, ${place.longitudeDeg}`).not.to.equal(null);
        expect(Math.abs(own! - otherMs) / MINUTE).to.be.below(1);
        compared += 1;
      }
    }
    expect(compared).to.be.above(300);
  });

  it('is the same between its knots as worked out there, to a hundredth of a degree', () => {
    const from = Date.UTC(2027, 0, 14, 11);
    const altitude = sunAltitudeOver(PORT_ALDER, from, from + 86_400_000);
    for (let minute = 0; minute <= 24 * 60; minute += 7) {
      const atMs = from + minute * MINUTE;
      expect(altitude(atMs)).to.be.closeTo(sunAt(PORT_ALDER, atMs).altitudeDeg, 0.01);
    }
  });

  it('does not set at midsummer beyond the polar circle, nor rise at midwinter, and says which', () => {
    const north = { latitudeDeg: 75, longitudeDeg: 20 };
    const summer = sunEvents(north, Date.UTC(2026, 5, 21));
    expect(summer).to.include({ polar: 'day', sunriseMs: null, sunsetMs: null });
    expect(summer.dusk).to.deep.equal({ civilMs: null, nauticalMs: null, astronomicalMs: null });
    const winter = sunEvents(north, Date.UTC(2026, 11, 21));
    expect(winter).to.include({ polar: 'night', sunriseMs: null, sunsetMs: null });
    expect(winter.noonMs).to.be.a('number');
    expect(sunEvents({ latitudeDeg: -90, longitudeDeg: 0 }, Date.UTC(2026, 11, 21)).polar).to.equal('day');
  });

  it('passes the twilights in order at Port Alder', () => {
    const { sunsetMs, dusk, dawn, sunriseMs, polar } = sunEvents(PORT_ALDER, momentOf('2027-01-14', '12:00', 'Etc/GMT-1'));
    const order = [
      sunsetMs,
      dusk.civilMs,
      dusk.nauticalMs,
      dusk.astronomicalMs,
      dawn.astronomicalMs,
      dawn.nauticalMs,
      dawn.civilMs,
      sunriseMs,
    ];
    expect(order).to.deep.equal([...order].sort((a, b) => a! - b!));
    expect(polar).to.equal(null);
    expect([10, -3, -9, -15, -30].map(skyPhase)).to.deep.equal(['day', 'civil', 'nautical', 'astronomical', 'night']);
  });
});

describe('time at a place', () => {
  it('follows summer time where there is one', () => {
    // Directive 2000/84/EC: summer time runs from the last Sunday in March to the last in October, changing at 01:00 UTC.
    const [winter, summer] = ['2026-03-28', '2026-03-29'].map((day) => momentOf(day, '12:00', 'Europe/Berlin'));
    expect(new Date(winter!).toISOString()).to.equal('2026-03-28T11:00:00.000Z');
    expect(new Date(summer!).toISOString()).to.equal('2026-03-29T10:00:00.000Z');
    expect([winter!, summer!].map((at) => offsetText(at, 'Europe/Berlin'))).to.deep.equal(['UTC+1', 'UTC+2']);
    expect(clockText(Date.UTC(2026, 9, 25, 0, 30), 'Europe/Berlin')).to.equal('02:30');
    expect(clockText(Date.UTC(2026, 9, 25, 1, 30), 'Europe/Berlin')).to.equal('02:30');
  });

  it('reads Port Alder as UTC+1 all year, and far places by their own day', () => {
    expect(new Date(momentOf('2027-07-14', '19:42', 'Etc/GMT-1')).toISOString()).to.equal('2027-07-14T18:42:00.000Z');
    expect(offsetText(0, 'Etc/GMT-1')).to.equal('UTC+1');
    expect(dayOf(Date.UTC(2027, 0, 14, 20), 'Pacific/Auckland')).to.equal('2027-01-15');
    expect(dayPlus('2028-02-28', 1)).to.equal('2028-02-29');
    expect(clockPlus('23:50', 20)).to.equal('00:10');
  });

  it('is read back as it was written, in every zone of the almanac', () => {
    for (const zone of Intl.supportedValuesOf('timeZone')) {
      const at = momentOf('2026-07-14', '19:42', zone);
      expect([dayOf(at, zone), clockText(at, zone)], zone).to.deep.equal(['2026-07-14', '19:42']);
    }
  });
});
