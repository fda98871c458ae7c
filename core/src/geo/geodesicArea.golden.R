# Areas on the ellipsoid by another road than geodesic polygons: between two meridians and two parallels the area is an integral
# that has a closed form (Snyder 1987, Map Projections: A Working Manual, eq. 3-12). Fields of a hundredth of a degree, whose straight
# sides leave their parallels by less than a part in ten million. Writes geodesicArea.golden.json.
# Rscript core/src/geo/geodesicArea.golden.R
a <- 6378137; f <- 1 / 298.257223563; e2 <- f * (2 - f); e <- sqrt(e2)
q <- function(phi) { s <- sin(phi); (1 - e2) * (s / (1 - e2 * s^2) - log((1 - e * s) / (1 + e * s)) / (2 * e)) }
# Between two meridians and two parallels the area is exact: a^2 / 2 * dlon * (q(north) - q(south)).
box <- function(w, s, e_, n) a^2 / 2 * (e_ - w) * pi / 180 * (q(n * pi / 180) - q(s * pi / 180))
boxes <- list(c(-138.62, 44.60, -138.61, 44.61), c(-138.6, 0.0, -138.59, 0.01), c(10, 69.9, 10.02, 70.0), c(150.1, -35.01, 150.11, -35.0))
out <- sapply(boxes, function(b) sprintf('{"box":[%s],"areaM2":%.6f}', paste(format(b, digits = 12), collapse = ","), box(b[1], b[2], b[3], b[4])))
writeLines(sprintf("[%s]", paste(out, collapse = ",\n")), "core/src/geo/geodesicArea.golden.json")
