/** Mantine restyled: painted steel and chalk. Colours are CSS variables so that night is one switch. */
import { type CSSVariablesResolver, createTheme, type MantineColorsTuple } from "@mantine/core";

const redLead: MantineColorsTuple = [
  "#fbece8",
  "#f3d3cb",
  "#e6a697",
  "#d97863",
  "#cf573f",
  "#c4452d",
  "#ad3a24",
  "#8f2f1d",
  "#742617",
  "#5a1d11",
];
const steel: MantineColorsTuple = [
  "#eaf0f4",
  "#d0dee8",
  "#a5bfd1",
  "#769db8",
  "#4d7d9e",
  "#2f5d7c",
  "#284f6a",
  "#204157",
  "#183345",
  "#112533",
];

export const theme = createTheme({
  fontFamily: "var(--font-text)",
  headings: { fontFamily: "var(--font-text)", fontWeight: "750" },
  primaryColor: "steel",
  primaryShade: { light: 5, dark: 3 },
  colors: { redLead, steel },
  defaultRadius: 2,
  // Words on a filled button turn dark where its colour is light.
  autoContrast: true,
  focusRing: "auto",
  cursorType: "pointer",
  components: {
    Button: {
      defaultProps: { radius: 2 },
      styles: { root: { minHeight: "var(--target)", fontWeight: 650 } },
    },
    TextInput: {
      styles: { input: { minHeight: "var(--target)", fontSize: 16 }, label: { fontWeight: 600 } },
    },
    PasswordInput: {
      styles: {
        input: { minHeight: "var(--target)" },
        innerInput: { minHeight: "var(--target)", fontSize: 16 },
        visibilityToggle: { minWidth: "var(--target)", minHeight: "var(--target)" },
        label: { fontWeight: 600 },
      },
      defaultProps: { rightSectionWidth: "var(--target)" },
    },
    Checkbox: {
      // The whole line is the target.
      styles: {
        body: { alignItems: "center" },
        label: { minHeight: "var(--target)", alignContent: "center", fontSize: 16 },
      },
    },
    NumberInput: {
      styles: { input: { minHeight: "var(--target)", fontSize: 16 }, label: { fontWeight: 600 } },
    },
    FileInput: {
      styles: {
        input: { minHeight: "var(--target)", fontSize: 16 },
        placeholder: { color: "var(--ink-soft)" },
        label: { fontWeight: 600 },
      },
    },
    NativeSelect: {
      styles: { input: { minHeight: "var(--target)", fontSize: 16 }, label: { fontWeight: 600 } },
    },
    Textarea: { styles: { input: { fontSize: 16 }, label: { fontWeight: 600 } } },
  },
});

/** Mantine's own greys follow ours, so that its parts sit on the same paper. */
export const cssVariables: CSSVariablesResolver = () => ({
  variables: {},
  light: {
    "--mantine-color-body": "#efebe2",
    "--mantine-color-text": "#1d2328",
    "--mantine-color-dimmed": "#565c61",
    "--mantine-color-placeholder": "#6a6f72",
    "--mantine-color-default": "#faf8f3",
    "--mantine-color-default-border": "#8f8a7e",
    "--mantine-color-error": "#a93620",
  },
  dark: {
    "--mantine-color-body": "#14181b",
    "--mantine-color-text": "#ebe6da",
    "--mantine-color-dimmed": "#a9a99f",
    "--mantine-color-placeholder": "#8f9290",
    "--mantine-color-default": "#1d2327",
    "--mantine-color-default-border": "#5d666c",
    "--mantine-color-error": "#f0907c",
    "--mantine-color-steel-filled": "#35698b",
    "--mantine-color-steel-filled-hover": "#3f7698",
  },
});
