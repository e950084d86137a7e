/** Draws charts in a worker: a picture comes to the page as text, so that typing never waits for it. */
import { expose } from "comlink";
import { LineChart, ScatterChart } from "echarts/charts";
import { GridComponent, MarkAreaComponent } from "echarts/components";
import { type EChartsCoreOption, init, use as register } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";

register([LineChart, ScatterChart, GridComponent, MarkAreaComponent, SVGRenderer]);

/** Names within a picture, where they are given and where they are used. */
const NAMES = /(\bid="|\burl\(#|\bclass="|^\.)zr\d+-/gm;

const api = {
  /**
   * @param size - how large the picture is [px]
   * @param name - of its own on the page: each worker counts its pictures from nought, and what two of them
   * call alike, the second one takes from the first
   * @returns the picture as SVG
   */
  draw(
    option: EChartsCoreOption,
    size: { readonly width: number; readonly height: number },
    name: string,
  ) {
    const chart = init(null, null, { renderer: "svg", ssr: true, ...size });
    try {
      chart.setOption(option);
      return chart.renderToSVGString().replaceAll(NAMES, `$1${name}-`);
    } finally {
      chart.dispose();
    }
  },
};
export type ChartWorker = typeof api;

expose(api);
