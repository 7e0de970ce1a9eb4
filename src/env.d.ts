/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** who sends the request, as the server found out */
    who: import('./server/who.ts').Who;
  }
}
