import { ChangeDetectionStrategy, Component } from '@angular/core';
@Component({ selector: 'uv-bends-field', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
export class BendsField {}
