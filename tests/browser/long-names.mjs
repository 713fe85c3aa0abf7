import { readFileSync } from 'node:fs';

const PHONES = 1_920;
const WORD = 'Hafenmeistereinebengebäudeerweiterung';

const longName = (n) =>
    n % 3 === 0
        ? `${WORD} ${n}, second floor, behind the old hall`
        : `Northern annex “old wing”, second floor, the room behind the hall of the harbour office, door ${n}`;

/** The demo job with every name as long as names get, and so many phones more that there are 2,000 devices. */
export const longNames = () => {
    const plan = JSON.parse(readFileSync('demo/kestrel-sound.json', 'utf8'));
    let count = 0;
    const rename = (lists) => {
        for (const list of Object.values(lists)) {
            for (const record of Array.isArray(list) ? list : []) {
                if (record.name) record.name = longName(++count);
            }
        }
    };
    rename(plan);
    rename(plan.voice);
    plan.job.name = 'Kestrel Sound Ferries and all landings, terminals, huts and offices of the northern district';
    plan.segments.push({ id: 'many', name: longName(++count), subnets: [{ prefix: '10.60.0.0/20', gateway: '10.60.0.1' }] });
    for (let n = 0; n < PHONES; ++n) {
        plan.devices.push({
            id: `phone-${n}`,
            name: longName(++count),
            profile: 'desk-phone-page',
            location: plan.locations[n % plan.locations.length].id,
            interfaces: [{ name: 'lan', segment: 'many', address: `10.60.${1 + Math.floor(n / 250)}.${1 + (n % 250)}/20` }],
        });
    }
    return plan;
};
