import { squeezeOf } from '../bench/rough/hand';
import {
  dryOf,
  massOf,
  noSand,
  plus,
  stand,
  times,
  trueFactor,
  type TrueSand
} from '../bench/rough/true-heap';
import type { HeapState } from '../src/lib/schema/heap-state';
import type { Problem } from './app';
import { HOUR_MS, need, Workshop, type Id } from './workshop';

type Role = 'sand' | 'binder' | 'oil' | 'water';

interface SandPage {
  needs: {
    discard_kg: number;
    water_kg: number;
    oil_kg: number;
    additions: { ingredient: string; kg: number; lot_id?: number }[];
  };
}

/** The work at the heap: mixed, looked at, tempered, renewed and put right, as its ticket and pages say. */
export abstract class SandWork extends Workshop {
  protected sand: TrueSand = noSand();
  protected burnt: TrueSand = noSand();
  /** The error of the hand with this very sand. */
  private shared = this.by.noise(0.07);
  private stood_from = this.now;
  protected heap = 0;
  protected stock: Record<Role, { ingredient: string; lot_id?: number }> = {
    sand: { ingredient: 'sand' },
    binder: { ingredient: 'binder' },
    oil: { ingredient: 'oil' },
    water: { ingredient: 'water' }
  };

  protected stood(): void {
    const hours = (this.now - this.stood_from) / HOUR_MS;
    if (hours < 0.5 || !(massOf(this.sand) > 0)) return;
    this.sand = stand(this.sand, this.shed.nature, hours, this.by);
    this.stood_from = this.now;
    if (hours > 4) this.changed();
  }

  protected changed(): void {
    this.shared = this.by.noise(0.07);
  }

  /** As the mix is worked out, weighed in by a shed's scale from bags whose labels are off. */
  protected async firstMix(): Promise<void> {
    const { shed, app, heap } = this;
    const oil = shed.nature.binder === 'oil';
    const { additions } = await need(
      app.post<{ additions: { ingredient: string; kg: number }[] }>(
        '/calc/batch',
        oil
          ? {
              system: 'oil',
              dry_sand_kg: shed.heap_kg * 0.93,
              binder_phs: 5,
              binder_as: 'product',
              oil_phs: 2
            }
          : {
              system: 'water',
              dry_sand_kg: shed.heap_kg * 0.88,
              binder_phs: 9,
              binder_as: 'active',
              moisture_percent: 3.5,
              sand: { moisture_percent: 0.2 },
              binder: { moisture_percent: 9, active_percent: 90 }
            }
      )
    );
    const weighed = additions.filter(({ kg }) => kg > 0);
    for (const { ingredient, kg } of weighed) this.putIn({ [ingredient]: kg });
    await this.spend(60);
    const mixed = await this.sure(`/heaps/${heap}/entries`, {
      kind: 'mixed',
      at: this.at(),
      additions: weighed.map(({ ingredient, kg }) => ({
        ...this.stock[roleOf(ingredient)],
        kg: this.weighed(kg)
      }))
    });
    if (!mixed.ok) throw new Error(`the first mix: ${JSON.stringify(mixed.body)}`);
  }

  /** What goes in, as it truly is. */
  protected putIn({ sand = 0, binder = 0, oil = 0, water = 0 }: Partial<Record<Role, number>>): void {
    const { lot, nature } = this.shed;
    const oiled = nature.binder === 'oil';
    const [damp, wet] = [oiled ? 0.001 : 0.002 * lot.moisture, oiled ? 0.01 : 0.09 * lot.moisture];
    const strength = oiled ? 1 : Math.min(1, 0.9 + lot.active);
    this.sand = plus(this.sand, {
      ...noSand(),
      grain: sand * (1 - damp) * 0.993,
      fines: sand * (1 - damp) * 0.007 + binder * (1 - wet) * (1 - strength),
      active: binder * (1 - wet) * strength,
      oil,
      water: sand * damp + binder * wet + water
    });
    this.changed();
  }

  protected state = async () => await need(this.app.get<HeapState>(`/heaps/${this.heap}/state`));

  protected async squeeze(): Promise<void> {
    const { shed, by } = this;
    await this.spend(5);
    // Oil sand in order holds, breaks crisply and leaves the palm clean.
    const factor = shed.nature.binder === 'oil' ? 1 : trueFactor(this.sand, shed.nature);
    const answers = squeezeOf(shed.hand, factor, this.shared, by);
    await this.test({ kind: 'squeeze', ...answers });
  }

  protected async dryAndWeigh(): Promise<void> {
    await this.spend(25);
    const true_share = massOf(this.sand) > 0 ? this.sand.water / massOf(this.sand) : 0;
    const share = Math.max(0.0003, true_share * (1 + this.by.noise(0.04)) + this.by.noise(0.0012));
    const shows = (g: number) => Math.round(g * (1 + this.shed.scale_off) + this.by.noise(0.4));
    const [pan_g, wet_g] = [shows(140), shows(540)];
    await this.test({
      kind: 'moisture',
      method: 'oven',
      pan_g,
      wet_g,
      dry_g: Math.min(wet_g, shows(540 - 400 * share)),
      scale_g: 1
    });
  }

  protected async washClay(): Promise<void> {
    await this.spend(30);
    const { active, dead, fines } = this.sand;
    const loss = (active + dead + 0.5 * fines) / dryOf(this.sand) + this.by.noise(0.007);
    await this.test({
      kind: 'clay-wash',
      before_g: 50,
      after_g: Number((50 * (1 - Math.max(0.005, loss))).toFixed(2))
    });
  }

  protected async test(body: object): Promise<void> {
    this.tell(JSON.stringify(body));
    const { ok, body: said } = await this.sure<Problem>(`/heaps/${this.heap}/tests`, {
      ...body,
      at: this.at()
    });
    if (!ok) this.harm('out-of-order', `a test was refused: ${said.detail}`);
  }

  protected async water(kg: number): Promise<void> {
    await this.spend(8);
    this.mixInBurnt();
    this.putIn({ water: kg * (1 + this.by.noise(0.03)) });
    await this.entry({ kind: 'water', kg });
  }

  protected async dryOff(kg: number): Promise<void> {
    await this.spend(60);
    this.sand = {
      ...this.sand,
      water: this.sand.water - Math.min(0.9 * this.sand.water, kg * (1 + this.by.noise(0.1)))
    };
    this.changed();
    await this.entry({ kind: 'dried', kg });
  }

  protected async entry(body: object): Promise<boolean> {
    this.tell(JSON.stringify(body));
    const { ok, body: said } = await this.sure<Problem>(`/heaps/${this.heap}/entries`, {
      ...body,
      at: this.at()
    });
    if (!ok) this.harm('out-of-order', `an entry was refused: ${said.detail}`);
    return ok;
  }

  protected mixInBurnt(): void {
    this.sand = plus(this.sand, this.burnt);
    this.burnt = noSand();
  }

  /** Round by round what the ticket says, as its way goes; ends when it asks for nothing. */
  protected async temper(): Promise<void> {
    let [weighed, washed] = [false, false];
    for (let round = 0; round < 12; round++) {
      const { prescription: ticket, seen, latest_look, verdict } = await this.state();
      this.tell(`${verdict}: ${ticket.need}, ${ticket.reason}`);
      if (!seen) {
        await this.squeeze();
        continue;
      }
      if (ticket.clay_first && !washed) {
        await this.washClay();
        washed = true;
        continue;
      }
      if ((ticket.weigh_first || ticket.need === 'test') && !weighed) {
        await this.dryAndWeigh();
        weighed = true;
        continue;
      }
      if (ticket.need === 'test') {
        if (latest_look?.kind === 'squeeze') return;
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'dry-mix-or-drying') {
        await this.dryOff(ticket.water_to_lose_kg);
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'dry-sand') {
        // Dry fine sand, a little at a time.
        await this.spend(15);
        this.mixInBurnt();
        const kg = 0.02 * massOf(this.sand);
        this.putIn({ sand: kg });
        await this.entry({ kind: 'added', ...this.stock.sand, kg: this.weighed(kg) });
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'sort-out') {
        await this.spend(20);
        const black = massOf(this.burnt);
        if (black > 0.02) {
          this.burnt = noSand();
          await this.entry({ kind: 'discarded', kg: this.weighed(black), burnt: true });
        }
        this.changed();
        await this.squeeze();
        continue;
      }
      if (ticket.need === 'oil') {
        await this.spend(15);
        this.mixInBurnt();
        this.putIn({ oil: ticket.oil_kg });
        await this.entry({ kind: 'added', ...this.stock.oil, kg: this.weighed(ticket.oil_kg) });
        await this.squeeze();
        continue;
      }
      if (ticket.binder_kg > 0.005) {
        await this.spend(15);
        this.mixInBurnt();
        this.putIn({ binder: ticket.binder_kg });
        if (!(await this.entry({ kind: 'added', ...this.stock.binder, kg: this.weighed(ticket.binder_kg) })))
          return;
        if (ticket.water_kg > 0.004) await this.water(ticket.water_kg);
        await this.squeeze();
        continue;
      }
      if (ticket.splashes_kg.length === 0) return;
      const { splashes_kg, sure_splashes, water_kg } = ticket;
      const sure_kg = splashes_kg.slice(0, sure_splashes).reduce((sum, kg) => sum + kg, 0);
      if (this.shed.way === 'answers') await this.water(water_kg);
      else if (sure_kg > 0) await this.water(sure_kg);
      else if (latest_look?.kind === 'squeeze') await this.water(splashes_kg[0]!);
      await this.squeeze();
    }
  }

  protected async renew(short_kg: number): Promise<void> {
    const { app, heap } = this;
    // The molds want more than it holds.
    const more = short_kg > 0 ? (await this.state()).total_kg + short_kg : 0;
    const { ok, body } = await app.post<{
      feasible: boolean;
      discard_kg: number;
      additions: { ingredient: string; kg: number; lot_id?: number }[];
    }>(`/heaps/${heap}/renewal`, more > 0 ? { total_kg: { min: more, max: 1.2 * more } } : {});
    if (!ok || !body.feasible) {
      this.stops.push('a renewal was told that cannot be worked out');
      return;
    }
    await this.spend(60);
    this.mixInBurnt();
    this.sand = times(this.sand, 1 - body.discard_kg / massOf(this.sand));
    for (const { ingredient, kg } of body.additions) this.putIn({ [roleOf(ingredient)]: kg });
    const { version } = await need(app.get<Id>(`/heaps/${heap}`));
    const done = await this.sure<Problem>(`/heaps/${heap}/renewal/done`, {
      at: this.at(),
      expected_heap_version: version,
      discard_kg: body.discard_kg,
      additions: body.additions.map(({ ingredient, kg, lot_id }) => ({
        ingredient,
        kg: this.weighed(kg),
        ...(lot_id !== undefined && { lot_id })
      }))
    });
    if (!done.ok) this.harm('out-of-order', `the renewal was refused: ${done.body.detail}`);
  }

  /** The sand is put right as its page says, what goes in and out in the order of the bench. */
  protected async recondition(session_id: number): Promise<void> {
    const { needs } = await this.app.given<SandPage>(`/heaps/${this.heap}/recondition`);
    const write = async (body: object) => {
      const { ok, body: said } = await this.sure<Problem>('/acts', {
        name: 'put the sand right',
        entries: [{ heap_id: this.heap, at: this.at(), session_id, ...body }]
      });
      if (!ok) this.harm('out-of-order', `putting right was refused: ${said.detail}`);
    };
    if (needs.discard_kg > 0.005) {
      await this.spend(5);
      // What is black is found, and of the rest whatever is taken.
      const black = Math.min(massOf(this.burnt), needs.discard_kg);
      this.burnt = times(this.burnt, massOf(this.burnt) > 0 ? 1 - black / massOf(this.burnt) : 0);
      const rest = Math.max(0, needs.discard_kg - black);
      this.sand = times(this.sand, 1 - rest / massOf(this.sand));
      await write({ kind: 'discarded', kg: this.weighed(needs.discard_kg), burnt: true });
    }
    this.mixInBurnt();
    for (const { ingredient, kg, lot_id } of needs.additions) {
      await this.spend(3);
      this.putIn({ [roleOf(ingredient)]: kg });
      await write({
        kind: 'added',
        ingredient,
        kg: this.weighed(kg),
        ...(lot_id !== undefined && { lot_id })
      });
    }
    if (needs.oil_kg > 0.002) {
      this.putIn({ oil: needs.oil_kg });
      await write({ kind: 'added', ...this.stock.oil, kg: this.weighed(needs.oil_kg) });
    }
    if (needs.water_kg > 0.004 && this.shed.nature.binder !== 'oil') {
      await this.spend(10);
      this.putIn({ water: needs.water_kg * (1 + this.by.noise(0.03)) });
      await write({ kind: 'water', kg: needs.water_kg });
    }
    await this.spend(20);
    await this.squeeze();
  }
}

const roleOf = (ingredient: string): Role =>
  ingredient === 'water'
    ? 'water'
    : /oil/.test(ingredient)
      ? 'oil'
      : /sand|silica|olivine/.test(ingredient)
        ? 'sand'
        : 'binder';
