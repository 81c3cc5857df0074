import {
  concerns,
  sheetWeather,
  type Difference,
  type FrozenSheet,
  type SheetContent,
  type SheetPerson,
} from '@kavrell/core/callsheet';
import { formatCount, formatDate, formatMinuteOfDay, formatMinutes } from '@kavrell/core/units';
import { spotOf } from '@kavrell/core/places';
import { esc, plainPage, said } from '../platform/documents/plainPage.ts';
import { placesSvg } from './sketch.ts';

/** What a personal page is made of. */
export interface PersonalSheet {
  sheet: FrozenSheet & { content: SheetContent };
  /** Null: the page of the printed code, for anybody. */
  person: SheetPerson | null;
  /** What changed since the version they last understood. */
  changed: readonly Difference[];
  since: number | null;
  /** When they said to have read and understood this version. */
  understoodAtMs: number | null;
  /** Phone numbers and diets of others, for who may see them; empty for all others. */
  phones: ReadonlyMap<string, string>;
  diets: ReadonlyMap<string, string>;
  path: string;
}

/** More shots than this are only told to who is in them: the page stays small. */
const MOST_SHOTS = 90;

/** The sheet as one person reads it, on a phone, with no account and no script: everything is in the page. */
export function personalPage(p: PersonalSheet): string {
  const { sheet, person } = p;
  const c = sheet.content;
  const day = { date: c.date, timeZone: c.timeZone };
  const time = (m: number) => formatMinuteOfDay(m, day);
  const title = `${c.production.title}, ${formatDate(c.date)}`;
  const mine = (ids: readonly string[]) => person !== null && ids.includes(person.id);
  const placeOf = (id: string | null) => c.places.find((x) => x.id === id);
  const first = placeOf(person?.placeId ?? null) ?? c.places[0];
  const parts = [
    `<p class="s">${said(c.production.title)}${c.production.client ? ` · ${said(c.production.client)}` : ''}</p>`,
    `<h1>${esc(formatDate(c.date, { long: true, year: true }))}</h1>`,
    `<p class="s">Day ${c.dayNumber} of ${c.ofDays} · version ${sheet.revision}${sheet.note ? ` · ${said(sheet.note)}` : ''}</p>`,
    person
      ? `<p class="big">${time(person.callMin)}</p><p><strong>Your call, ${said(person.name)}</strong>${first ? ` at ${said(first.name)}` : ''}</p><p class="s">${esc(person.why)}${person.releaseMin !== null && person.kind !== 'crew' ? `; last needed ${time(person.releaseMin)}` : ''}</p>`
      : `<p class="big">${time(c.callMin)}</p><p><strong>General call</strong></p>`,
    confirmation(p),
    changes(p),
    place(first, true),
    weather(c, time),
    order(c, time, mine),
    shots(c, time, mine, person !== null),
    scenes(c, mine),
    people(c, p, time),
    `<h2>With care</h2><ul>${c.safety.map((s) => `<li>${said(s, 'span')}</li>`).join('')}</ul>`,
    notes(c, time),
    otherPlaces(c, first?.id),
    person
      ? `<a class="b" href="${esc(p.path)}/day.ics">Put it into the calendar</a><a class="b" href="${esc(p.path)}/days.ics">All my days, to subscribe to</a>`
      : '',
    `<a class="b" href="${esc(p.path)}/sheet.pdf">The whole sheet as PDF</a>`,
    `<p class="s">Times are local to ${esc(c.timeZone)}, and estimates. This page is kept on this device once it was open: it also opens with no network.</p>`,
  ];
  return plainPage(title, parts.join('\n'), '/sheet.js');
}

function confirmation({ person, understoodAtMs, path, sheet }: PersonalSheet): string {
  if (!person) return '';
  if (understoodAtMs !== null)
    return `<p data-understood><strong>You have said: read and understood, version ${sheet.revision}.</strong></p>`;
  return `<form method="post" action="${esc(path)}/understood" data-confirm><input type="hidden" name="sheet" value="${sheet.id}"><button>Read and understood</button></form>`;
}

function changes({ changed, since, person, sheet }: PersonalSheet): string {
  if (changed.length === 0) return '';
  const own = (d: Difference) => person !== null && concerns(d, person);
  const list = [...changed].sort((a, b) => Number(own(b)) - Number(own(a)));
  return `<section data-changed><h2 style="margin-top:0">New in version ${sheet.revision}${since === null ? '' : `, since version ${since}`}</h2><ul>${list
    .map((d) => `<li${own(d) ? ' class="m"' : ''}>${said(d.words, 'span')}</li>`)
    .join('')}</ul></section>`;
}

function onMap(spot: ReturnType<typeof spotOf>): string {
  if (!spot) return '';
  const at = `${spot.latitude.toFixed(5)},${spot.longitude.toFixed(5)}`;
  return `<p><a href="geo:${at}">On the map: ${at.replace(',', ', ')}</a></p>`;
}

function place(at: SheetContent['places'][number] | undefined, main: boolean): string {
  if (!at) return '';
  const rows = [
    at.address && said(at.address, 'p'),
    at.directions && `<p><strong>Way there</strong> ${said(at.directions)}</p>`,
    at.parking &&
      `<p><strong>Parking</strong> ${said(at.parking)}${at.walkMin ? `, ${formatMinutes(at.walkMin)} on foot to the set` : ''}</p>`,
    onMap(spotOf(at)),
    at.hospital && `<p><strong>Hospital</strong> ${said(at.hospital)}</p>`,
    at.contact && `<p><strong>Contact</strong> ${said(at.contact)}</p>`,
    ...at.facts.map((f) => said(f, 'p')),
    at.confirmed ? '' : '<p class="l">Not confirmed yet.</p>',
  ];
  return `<${main ? 'section' : 'li'}><h2 style="margin-top:0">${said(at.name)}</h2>${rows.filter(Boolean).join('')}</${main ? 'section' : 'li'}>`;
}

function otherPlaces(c: SheetContent, firstId: string | undefined): string {
  const rest = c.places.filter((x) => x.id !== firstId);
  if (rest.length === 0) return '';
  const svg =
    placesSvg(c.places, {
      ink: 'currentColor',
      soft: 'currentColor',
      on: ' role="img" aria-label="Where the places lie, north up"',
    }) ?? '';
  return `<h2>Other places</h2>${svg}<ul>${rest.map((x) => place(x, false)).join('')}</ul>`;
}

function weather(c: SheetContent, time: (m: number) => string): string {
  const sun = c.sun
    ? [
        c.sun.riseMin === null ? '' : `sunrise ${time(c.sun.riseMin)}`,
        c.sun.lowSunStartMin === null ? '' : `low sun from ${time(c.sun.lowSunStartMin)}`,
        c.sun.setMin === null ? '' : `sunset ${time(c.sun.setMin)}`,
      ]
        .filter(Boolean)
        .join(', ')
    : '';
  const words = sheetWeather(c);
  if (!sun && !words) return '';
  return `<h2>Weather and sun</h2>${words ? `<p>${esc(words)}</p>` : ''}${sun ? `<p>${esc(sun.charAt(0).toUpperCase() + sun.slice(1))}.</p>` : ''}`;
}

function order(c: SheetContent, time: (m: number) => string, mine: (ids: readonly string[]) => boolean): string {
  const units = new Set(c.lines.map((l) => l.unit)).size;
  const lines = c.lines
    .filter((l) => l.kind !== 'change' || l.endMin - l.startMin >= 10)
    .map((l) => {
      const work = l.kind === 'work';
      const who = l.personIds
        .flatMap((id) => c.people.find((x) => x.id === id)?.shortName ?? [])
        .map((n) => said(n))
        .join(', ');
      const more = [units > 1 ? `unit ${l.unit}` : '', l.fixed ? 'fixed start' : '', l.light, who]
        .filter(Boolean)
        .join(' · ');
      return `<li class="r${work ? '' : ' x'}${work && mine(l.personIds) ? ' m' : ''}"><span>${time(l.startMin)}</span><span>${work ? `<strong>${said(l.title)}</strong>` : said(l.title)}${work && more ? `<br><span class="x">${more}</span>` : ''}</span><span>${formatMinutes(l.endMin - l.startMin)}</span></li>`;
    });
  return `<h2>Order of the day</h2><ol>${lines.join('')}<li class="r"><span>${time(c.wrapMin)}</span><strong>Wrap, as planned</strong><span></span></li></ol>`;
}

function shots(
  c: SheetContent,
  time: (m: number) => string,
  mine: (ids: readonly string[]) => boolean,
  personal: boolean,
): string {
  const list =
    c.shots.length > MOST_SHOTS && personal ? c.shots.filter((s) => mine(s.personIds)) : c.shots.slice(0, MOST_SHOTS);
  if (list.length === 0) return '';
  const left = c.shots.length - list.length;
  return `<details><summary>Shots, ${list.length}</summary><ol>${list
    .map(
      (s) =>
        `<li class="r${mine(s.personIds) ? ' m' : ''}"><span>${time(s.startMin)}</span><span><strong>${esc(s.code)}</strong> ${said(s.what)}<br><span class="x">${esc(s.how)}${s.priority === 'must' ? ' · must' : ''}</span></span><span>${formatMinutes(s.minutes)}</span></li>`,
    )
    .join('')}</ol>${left > 0 ? `<p class="s">${formatCount(left, 'other shot')} in the PDF.</p>` : ''}</details>`;
}

function scenes(c: SheetContent, mine: (ids: readonly string[]) => boolean): string {
  const list = c.scenes.filter((s) => s.props || s.wardrobe || mine(s.personIds));
  if (list.length === 0) return '';
  return `<details><summary>Scenes, wardrobe, props</summary><ul>${list
    .map(
      (s) =>
        `<li${mine(s.personIds) ? ' class="m"' : ''}><strong>${esc(s.number)} ${said(s.title)}</strong> <span class="s">${esc(s.where)}</span>${s.wardrobe ? `<br>Wardrobe: ${said(s.wardrobe)}` : ''}${s.props ? `<br>Props: ${said(s.props)}` : ''}</li>`,
    )
    .join('')}</ul></details>`;
}

function people(c: SheetContent, p: PersonalSheet, time: (m: number) => string): string {
  return `<h2>Who is there</h2><ul>${c.people
    .map((x) => {
      const phone = p.phones.get(x.id);
      const diet = p.diets.get(x.id);
      const more = [x.role && said(x.role), x.comms && `radio ${said(x.comms)}`, diet && said(diet)]
        .filter(Boolean)
        .join(' · ');
      return `<li class="r${x.id === p.person?.id ? ' m' : ''}"><span>${time(x.callMin)}</span><span>${said(x.name)}${more ? `<br><span class="x">${more}</span>` : ''}</span>${phone ? `<a href="tel:${esc(phone.replace(/[^+\d]/g, ''))}">${esc(phone)}</a>` : '<span></span>'}</li>`;
    })
    .join('')}</ul>`;
}

function notes(c: SheetContent, time: (m: number) => string): string {
  const quiet = c.quiet.map((q) => `${time(q.startMin)}–${time(q.endMin)}`).join(', ');
  const meals = c.lines
    .filter((l) => l.kind === 'meal')
    .map((l) => `${time(l.startMin)}, ${formatMinutes(l.endMin - l.startMin)}`);
  const diets = c.diets.map((d) => `${d.count} × ${said(d.diet)}`).join(', ');
  const lines = [
    c.notes && said(c.notes, 'p'),
    meals.length ? `<p><strong>Meals</strong> ${meals.join('; ')}, for ${c.heads}${diets ? `: ${diets}` : ''}</p>` : '',
    quiet ? `<p><strong>Quiet, sound is recorded</strong> ${quiet}</p>` : '',
    c.technical.length ? `<p><strong>Camera</strong> ${c.technical.map((t) => said(t)).join('; ')}</p>` : '',
    c.soundNotes.length ? `<p><strong>Sound</strong> ${c.soundNotes.map((t) => said(t)).join('; ')}</p>` : '',
  ].filter(Boolean);
  return lines.length ? `<h2>Good to know</h2>${lines.join('')}` : '';
}
