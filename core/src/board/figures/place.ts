/** Air, liquid and speed: what the others rest on. */
import { formatAbsolute, formatNumber, formatRpm, formatSi, K95 } from "../../quantity/index.ts";
import { one, read, type Work, worked } from "./figure.ts";

const air: Work = ({ file, situation, units }) => {
  const { barometer, altitude } = file.site ?? {};
  return {
    id: "air",
    group: "place",
    name: "Air pressure",
    text: formatAbsolute(situation.atmosphere, units),
    band: barometer ? "" : "weather moves it by about 3 %",
    formula: barometer ? "as read, station pressure" : "101.325 kPa (1 − 0.0065 h/288.15)^5.256",
    inputs: barometer ? one("barometer", barometer) : one("altitude", altitude),
    source: barometer
      ? "A reading at the place, not corrected to sea level."
      : "ISO 2533 standard atmosphere.",
  };
};

const LIQUID_SOURCE = {
  water: "IAPWS SR1-86, SR6-08 and R12-08.",
  "sea-water": "Millero and Poisson 1981; Sharqawy and others 2010.",
  "ethylene-glycol": "Melinder 2010; vapour by Raoult's law.",
  "propylene-glycol": "Melinder 2010; vapour by Raoult's law.",
  table: "This liquid's own table, straight between its rows.",
} as const;

const liquid: Work = ({ file, situation, units }) => ({
  id: "liquid",
  group: "place",
  name: "Density",
  text: formatSi(situation.liquid.density, "density", units, 4),
  band: "",
  formula: `${situation.named.name.replace("-", " ")} at its temperature`,
  inputs: [
    ...one("temperature", file.site?.temperature),
    ...(file.site?.concentration === undefined
      ? []
      : [worked("concentration", `${formatNumber(100 * file.site.concentration, 3)} % by mass`)]),
    worked("viscosity", formatSi(situation.liquid.kinematicViscosity, "viscosity", units)),
    worked("vapour pressure", formatAbsolute(situation.liquid.vapourPressure, units, 3)),
  ],
  source: LIQUID_SOURCE[situation.named.name],
});

const speed: Work = ({ parts, snapshot }) => {
  if (!parts.speed) return undefined;
  return {
    id: "speed",
    group: "place",
    name: parts.speed.measured ? "Speed" : "Speed, worked out",
    text: `${formatRpm(parts.speed.value)}`,
    band: `±${formatNumber(K95 * parts.speed.u, 2)} rpm, 95 %`,
    formula: parts.speed.measured ? "as read" : "N = N_sync − (N_sync − N_plate) x",
    inputs: read("tachometer", snapshot?.speed),
    source: "The curve is brought to this speed: Q ∝ N, H ∝ N², P ∝ N³.",
  };
};

/** In the order they are shown. */
export const PLACE_FIGURES: readonly Work[] = [air, liquid, speed];
