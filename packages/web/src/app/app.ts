import { Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { LightService } from './shared/light.service';

@Component({
  selector: 'drelk-root',
  imports: [RouterOutlet],
  template: '<router-outlet />',
  styles: ':host { display: block; height: 100%; }',
})
export class App {
  constructor() {
    inject(LightService);
  }
}
