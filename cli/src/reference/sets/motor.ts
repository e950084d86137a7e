/** Check values of supply, load and windings. */
import {
  capacitor,
  derating,
  insulation,
  imbalance,
  inputPower,
  loadFromCurrent,
  loadFromSpeed,
  phaseLoss,
  rollLeads,
  speedAtLoad,
  synchronousSpeed,
  windings,
} from "@yard-tack/core/drive";
import type { Computed } from "../computed.ts";
import { type Inputs, need, plain, rpm, si, siList } from "../inputs.ts";

export const motor = (inputs: Inputs): Computed => {
  const kind = inputs["kind"];
  switch (kind) {
    case "imbalance": {
      const volts = inputs["volts"] !== undefined;
      const list = volts ? siList(inputs, "volts", "voltage") : siList(inputs, "amps", "current");
      const found = imbalance(list, volts ? "volts" : "amps");
      if (!found) return {};
      const { mean, percent, worstIndex, band } = found;
      const factor = volts ? derating(percent) : undefined;
      return { mean, imbalancePercent: percent, worstIndex, band, deratingFactor: factor ?? null };
    }
    case "phaseLoss": {
      const found = phaseLoss(
        siList(inputs, "amps", "current"),
        si(inputs, "healthyCurrent", "current"),
      );
      return {
        lostPhaseIndex: found?.lostIndex ?? null,
        stop: found !== undefined,
        ratioOfOthersToBefore: found?.ratioOfOthers ?? null,
      };
    }
    case "load": {
      const current = need(inputs, "current", "current");
      const full = need(inputs, "fullLoadCurrent", "current");
      const x = loadFromCurrent(current, full, need(inputs, "noLoadCurrent", "current"));
      return {
        loadFraction: x.ok ? x.value : null,
        straightProportion: current / full,
        shaftPower: x.ok ? x.value * need(inputs, "ratedPower", "power") : null,
      };
    }
    case "slip": {
      const sync = synchronousSpeed(
        need(inputs, "frequency", "frequency"),
        plain(inputs, "poles") ?? 2,
      );
      const plate = rpm(inputs, "plateSpeed") ?? 0;
      const speed = rpm(inputs, "speed");
      return {
        synchronousSpeed: sync,
        ...(speed === undefined
          ? { speed: speedAtLoad(sync, plate, plain(inputs, "loadFraction") ?? 0) }
          : { loadFraction: loadFromSpeed(sync, plate, speed) }),
      };
    }
    case "power": {
      const rated = si(inputs, "ratedPower", "power");
      const efficiency = plain(inputs, "efficiency");
      const input = inputPower(
        plain(inputs, "phases") === 1 ? 1 : 3,
        need(inputs, "voltage", "voltage"),
        need(inputs, "current", "current"),
        plain(inputs, "powerFactor") ?? 1,
      );
      const shaft = efficiency === undefined ? null : input * efficiency;
      return {
        inputPower: input,
        shaftPower: shaft,
        loadFraction: shaft !== null && rated ? shaft / rated : null,
      };
    }
    case "rollLeads": {
      const amps = ((inputs["amps"] ?? []) as unknown[]).map((row) =>
        siList({ row }, "row", "current"),
      );
      const found = rollLeads(amps, (inputs["leads"] ?? []) as string[][]);
      return found && { ...found };
    }
    case "winding": {
      const found = windings(
        siList(inputs, "resistances", "resistance"),
        need(inputs, "temperature", "temperature"),
        si(inputs, "cableResistance", "resistance"),
      );
      return found && { ...found };
    }
    case "insulation":
      return {
        ...insulation(
          need(inputs, "resistance", "resistance"),
          need(inputs, "temperature", "temperature"),
          inputs["formWoundAbove1kV"] === true,
        ),
      };
    case "capacitor": {
      const found = capacitor(
        need(inputs, "current", "current"),
        need(inputs, "voltage", "voltage"),
        need(inputs, "frequency", "frequency"),
        si(inputs, "plate", "capacitance"),
      );
      return found && { ...found };
    }
    default:
      return undefined;
  }
};
