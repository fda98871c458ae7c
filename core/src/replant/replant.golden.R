# Independent of the app: curves of the field guide, break-even by uniroot, tables by R's monotone splines.
# Rscript replant.golden.R > replant.golden.json
acre <- 4046.8564224; foot <- 0.3048
f <- function(crop, d) { d <- pmax(0, d); k <- list(corn = c(.25, .022), soybean = c(.25, .008), wheat = c(.2, .01))[[crop]]
  pmax(0, 1 - (k[1] * d + k[2] * d^2) / 100) }
g <- function(crop, p, school) {
  if (crop == "wheat") { q <- p * foot^2; return(ifelse(q >= 30, 1, (1 - exp(-.11 * q)) / (1 - exp(-.11 * 30)))) }
  q <- p * acre / 1000
  if (crop == "soybean") { r <- if (school == "strict") c(.02, 125) else c(.039, 140)
    return(ifelse(q >= r[2], 1, (1 - exp(-r[1] * q)) / (1 - exp(-r[1] * r[2])))) }
  h <- function(q) 1 - .00085 * (32.5 - q)^2
  ifelse(q >= 32.5, 1, ifelse(q >= 5, h(q), h(5) * q / 5)) }
y <- function(crop, p, d, gap, school) f(crop, d) * g(crop, p, school) * (1 - .25 * gap)
set.seed(11); out <- list(); be <- list()
for (crop in c("corn", "soybean", "wheat")) for (school in c("compensating", "strict")) for (i in 1:6) {
  p <- runif(1, 0, c(corn = 9, soybean = 40, wheat = 350)[[crop]]); d <- runif(1, -5, 45); gap <- runif(1)
  out[[length(out) + 1]] <- list(crop = crop, school = school, plantsPerM2 = p, daysAfterBest = d, longGapShare = gap, value = y(crop, p, d, gap, school))
  full <- c(corn = 1.25, soybean = .4, wheat = .6)[[crop]]; price <- runif(1, .1, .4); cost <- runif(1, 0, .03)
  d0 <- runif(1, 0, 15); dr <- d0 + runif(1, 8, 30); pr <- c(corn = 7.9, soybean = 34.6, wheat = 320)[[crop]]
  want <- y(crop, pr, dr, 0, school) - cost / (full * price)
  top <- f(crop, d0)
  be[[length(be) + 1]] <- list(crop = crop, school = school, daysAfterBest = d0, replant = list(plantsPerM2 = pr, daysAfterBest = dr),
    fullYieldKgPerM2 = full, pricePerKg = price, costPerM2 = cost,
    value = if (want <= 0 || want > top) NA else uniroot(function(p) y(crop, p, d0, 0, school) - want, c(0, 1000), tol = 1e-13)$root)
}
dates <- c(0, 7, 14, 28, 40); stands <- c(2, 3.5, 5, 6.5, 8)
shares <- rbind(c(.45, .7, .86, .97, 1), c(.44, .69, .85, .96, .99), c(.41, .65, .8, .91, .94), c(.33, .52, .64, .73, .75), c(.2, .3, .4, .4, .4))
tab <- list()
for (i in 1:20) { p <- runif(1, 2, 9); d <- runif(1, -4, 50)
  by <- apply(shares, 1, function(s) splinefun(stands, s, method = "monoH.FC")(min(p, 8)))
  tab[[i]] <- list(plantsPerM2 = p, daysAfterBest = d, value = splinefun(dates, by, method = "monoH.FC")(min(max(d, 0), 40))) }
js <- function(v) if (is.list(v)) { if (is.null(names(v))) paste0("[", paste(sapply(v, js), collapse = ",\n"), "]") else paste0("{", paste0('"', names(v), '":', sapply(v, js), collapse = ","), "}") } else if (is.character(v)) paste0('"', v, '"') else if (is.na(v)) "null" else if (length(v) > 1) paste0("[", paste(format(v, digits = 15), collapse = ","), "]") else format(v, digits = 15)
cat(js(list(relativeYield = out, breakEven = be, table = tab)), "\n")
