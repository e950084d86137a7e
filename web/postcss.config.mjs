const config = {
  plugins: {
    "postcss-preset-mantine": {},
    "postcss-simple-vars": {
      variables: { phone: "48em", tablet: "68em" },
    },
  },
};

export default config;
