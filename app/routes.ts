import { index, layout, prefix, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  index("routes/scenes/start.tsx"),
  layout("routes/scenes/shell.tsx", [
    route("scenes", "routes/scenes/list.tsx"),
    ...prefix("workshop", [
      index("routes/workshop/overview.tsx"),
      route("printers", "routes/workshop/printers.tsx"),
      route("materials", "routes/workshop/materials.tsx"),
      route("print-recipes", "routes/workshop/printRecipes.tsx"),
      route("trials", "routes/workshop/trials.tsx"),
      route("rooms", "routes/workshop/rooms.tsx"),
      route("paints", "routes/workshop/paints.tsx"),
      route("hours", "routes/workshop/hours.tsx"),
      route("archive", "routes/workshop/archive.tsx"),
    ]),
    route("help", "routes/help/help.tsx"),
    route("help/components", "routes/help/components.tsx"),
  ]),
  route("scenes/:sceneId", "routes/scenes/frame.tsx", [
    index("routes/lay/lay.tsx"),
    route("rule", "routes/rule/rule.tsx"),
    route("parts", "routes/parts/parts.tsx"),
    route("parts/:partId", "routes/parts/part.tsx"),
    route("plates", "routes/plates/plates.tsx"),
    route("plates/plate", "routes/plates/plate.tsx"),
    route("plates/part/:partId", "routes/plates/making.tsx"),
    route("surface", "routes/surface/surface.tsx"),
    route("colour", "routes/colour/colour.tsx"),
    route("ground", "routes/ground/ground.tsx"),
    route("joints", "routes/joints/joints.tsx"),
    route("order", "routes/order/order.tsx"),
    route("bench", "routes/bench/bench.tsx"),
    route("stores", "routes/stores/stores.tsx"),
    route("log", "routes/log/log.tsx"),
  ]),
  route("scenes/:sceneId/sheet", "routes/bench/sheet.tsx"),
] satisfies RouteConfig;
