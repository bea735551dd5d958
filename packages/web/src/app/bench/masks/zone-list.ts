import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { freshMask, stepOfKind, type AnyDial, type Dials, type Pass, type Sheet, type Step, type Zone } from '@uvrant/core';
import { ActionMenu } from '../../ui/action-menu';
import { dialLines, type DialLine } from '../dials/dial-lines';
import { Editing } from '../editing';
import { Attachments } from '../attached/attachments';
import { MaskList } from './mask-list';
import { freshId } from '../ticket/ticket-edits';

/** The dials that a zone may set: what a step reads beside its input is the same all over. */
const zoned = (dials: Dials): [string, AnyDial][] => Object.entries(dials).filter(([, { type }]) => type !== 'pass' && type !== 'picture');

/** The zones of a step: where their masks show, some of its dials stand otherwise, on the same input. */
@Component({
  selector: 'uv-zone-list',
  imports: [ActionMenu, MaskList, NgComponentOutlet],
  template: `
    @for (zone of zones(); track zone.zone.id; let i = $index) {
      <div class="zone">
        <div class="block top">
          <b>Zone {{ i + 1 }}</b>
          <button type="button" class="choose" (click)="remove(zone.zone)">Remove</button>
        </div>
        <uv-mask-list
          [pass]="pass()"
          [at]="{ step: step().id, zone: zone.zone.id }"
          title="Where the zone is"
          empty="Nowhere yet: add a mask."
        />
        @for (line of zone.lines; track line.name) {
          <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
        }
        @if (zone.others.length > 0) {
          <div class="block">
            <uv-action-menu [actions]="zone.others" words="Set another dial otherwise here" (chosen)="free(zone.zone, $event)" />
          </div>
        }
      </div>
    }
    <div class="block buttons">
      <button type="button" (click)="add()">Add a zone: other values in a place</button>
    </div>
  `,
  styleUrls: ['../dials/pass-dials.scss', './zone-list.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ZoneList {
  readonly pass = input.required<Pass>();
  readonly step = input.required<Step>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly attachments = inject(Attachments);

  protected readonly zones = computed(() => {
    const dials = stepOfKind(this.step().kind)?.dials ?? {};
    return this.step().zones.map((zone) => {
      const set = Object.fromEntries(Object.entries(dials).filter(([name]) => name in zone.params));
      const others = zoned(dials).flatMap(([name, { title }]) => (name in zone.params ? [] : [{ value: name, words: title }]));
      return { zone, others, lines: this.linesOf(zone, set) };
    });
  });

  private linesOf(zone: Zone, dials: Parameters<typeof dialLines>[1]): DialLine[] {
    const [pass, step, sheet] = [this.pass(), this.step(), this.sheet()];
    const values = { ...step.params, ...zone.params };
    return dialLines(`${step.id} ${zone.id}`, dials, values, { sheet, pass }, (name, value, gesture) =>
      this.change(
        (zones) => zones.map((each) => (each.id === zone.id ? { ...each, params: { ...each.params, [name]: value } } : each)),
        gesture,
      ),
    );
  }

  private change(change: (zones: readonly Zone[]) => readonly Zone[], gesture: string | null = null): void {
    this.editing.step(this.pass().id, this.step().id, (step) => ({ ...step, zones: change(step.zones) }), gesture);
  }

  /** A zone begins with a mask to be painted, and the step's first dial. */
  protected add(): void {
    const [first] = zoned(stepOfKind(this.step().kind)?.dials ?? {}).map(([name]) => name);
    const mask = freshMask('painted', freshId(), this.pass());
    const params = first === undefined ? {} : { [first]: this.step().params[first] };
    const zone: Zone = { id: freshId(), masks: [mask], params };
    this.change((zones) => [...zones, zone]);
    this.attachments.choose({ zone: zone.id, mask: mask.id });
  }

  protected remove(zone: Zone): void {
    this.change((zones) => zones.filter((each) => each.id !== zone.id));
  }

  protected free(zone: Zone, name: string): void {
    const value = this.step().params[name];
    this.change((zones) => zones.map((each) => (each.id === zone.id ? { ...each, params: { ...each.params, [name]: value } } : each)));
  }
}
