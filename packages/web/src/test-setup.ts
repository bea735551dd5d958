import { TestBed } from '@angular/core/testing';
import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';
import { provideIcons } from './app/ui/icons';

setupZonelessTestEnv({ errorOnUnknownElements: true, errorOnUnknownProperties: true });
Object.defineProperty(HTMLCanvasElement.prototype, 'getContext', { value: () => null });

// The test page has no layout to be scrolled.
Element.prototype.scrollIntoView = () => undefined;

beforeEach(() => TestBed.configureTestingModule({ providers: [provideIcons()] }));
