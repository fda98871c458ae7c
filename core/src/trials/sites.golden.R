# Answers to check analyseSites, analyseSplitPlot and fitResponse against: Rscript sites.golden.R > sites.golden.json
# lme4 and lmerTest (REML, Satterthwaite), aov() with an error stratum, lm() with Fieller's interval, nls() with its profile.
suppressMessages({library(jsonlite); library(lmerTest)})
control <- lmerControl(check.conv.singular = "ignore", optimizer = "bobyqa", optCtrl = list(rhoend = 1e-12), calc.derivs = TRUE)

contrast <- function(fit, L) { one <- contest1D(fit, L); list(difference = one$Estimate, se = one$`Std. Error`, df = one$df, p = one$`Pr(>|t|)`) }
sites <- function(seed, sites, blocks, gone = integer(), sdTS = 0.05) {
  set.seed(seed)
  plots <- expand.grid(treatment = c("1.5 in", "2 in", "2.5 in"), block = paste0("b", seq_len(blocks)), site = paste0("s", seq_len(sites)), stringsAsFactors = FALSE)
  key <- function(...) as.integer(factor(paste(...), unique(paste(...))))
  plots$value <- 1.2 + 0.03 * (plots$treatment == "2 in") + rnorm(sites, 0, 0.15)[key(plots$site)] + rnorm(sites * blocks, 0, 0.05)[key(plots$site, plots$block)] +
    rnorm(sites * 3, 0, sdTS)[key(plots$site, plots$treatment)] + rnorm(nrow(plots), 0, 0.04)
  if (length(gone)) plots <- plots[-gone, ]
  d <- plots
  for (n in c("treatment", "block", "site")) d[[n]] <- factor(d[[n]], unique(d[[n]]))
  fit <- lmer(value ~ treatment + (1 | site) + (1 | site:block) + (1 | site:treatment), d, control = control)
  v <- as.data.frame(VarCorr(fit)); sd <- setNames(v$sdcor, v$grp)
  b <- fixef(fit)
  means <- list(c(1, 0, 0), c(1, 1, 0), c(1, 0, 1)); names(means) <- levels(d$treatment)
  re <- ranef(fit)
  cells <- expand.grid(treatment = levels(d$treatment), site = levels(d$site), stringsAsFactors = FALSE)
  cells$estimate <- mapply(function(t, s) { sum(means[[t]] * b) + re$site[s, 1] + re$`site:treatment`[paste0(s, ":", t), 1] }, cells$treatment, cells$site)
  pairs <- combn(names(means), 2, simplify = FALSE)
  list(plots = plots, means = lapply(names(means), function(n) { one <- contest1D(fit, means[[n]]); list(treatment = n, estimate = one$Estimate, se = one$`Std. Error`) }),
    differences = lapply(pairs, function(pair) c(list(a = pair[1], b = pair[2]), contrast(fit, means[[pair[1]]] - means[[pair[2]]]))),
    sd = list(site = sd[["site"]], block = sd[["site:block"]], treatmentBySite = sd[["site:treatment"]], residual = sd[["Residual"]]), sites = cells)
}

split <- function(seed, gone = integer()) {
  set.seed(seed)
  plots <- expand.grid(sub = c("1.5 in", "2 in", "2.5 in"), whole = c("light", "firm"), block = paste0("b", 1:4), stringsAsFactors = FALSE)
  plots$value <- 1.1 + 0.05 * (plots$sub == "2 in") + 0.04 * (plots$whole == "firm") * (plots$sub == "2.5 in") +
    rnorm(4, 0, 0.05)[as.integer(sub("b", "", plots$block))] + rnorm(8, 0, 0.05)[as.integer(factor(paste(plots$whole, plots$block)))] + rnorm(nrow(plots), 0, 0.03)
  if (length(gone)) plots <- plots[-gone, ]
  d <- plots
  for (n in c("whole", "sub", "block")) d[[n]] <- factor(d[[n]], unique(d[[n]]))
  fit <- lmer(value ~ block + whole * sub + (1 | block:whole), d, control = control)
  grid <- function(whole, sub) colMeans(model.matrix(~ block + whole * sub, expand.grid(block = levels(d$block), whole = factor(whole, levels(d$whole)), sub = factor(sub, levels(d$sub)))))
  W <- levels(d$whole); S <- levels(d$sub)
  L <- list(whole = grid(W[2], S) - grid(W[1], S), sub = grid(W, S[2]) - grid(W, S[1]), within = grid(W[1], S[2]) - grid(W[1], S[1]), across = grid(W[2], S[3]) - grid(W[1], S[3]))
  strata <- if (length(gone)) NULL else { a <- summary(aov(value ~ whole * sub + Error(block / whole), d)); list(
    whole = a[["Error: block:whole"]][[1]]$`Pr(>F)`[1], sub = a[["Error: Within"]][[1]]$`Pr(>F)`[1], both = a[["Error: Within"]][[1]]$`Pr(>F)`[2]) }
  list(plots = plots, strata = strata, compare = lapply(L, function(l) contrast(fit, l)), sd = as.data.frame(VarCorr(fit))$sdcor)
}

quadratic <- function(seed, gone = integer(), low = 4) {
  set.seed(seed)
  points <- expand.grid(x = low + 0:4, block = paste0("b", 1:4), stringsAsFactors = FALSE)
  points$value <- 1.2 - 0.03 * (points$x - 5.7)^2 + rnorm(4, 0, 0.05)[as.integer(sub("b", "", points$block))] + rnorm(nrow(points), 0, 0.03)
  if (length(gone)) points <- points[-gone, ]
  d <- points; d$block <- factor(d$block)
  fit <- lm(value ~ block + x + I(x^2), d)
  b <- coef(fit); V <- vcov(fit); df <- df.residual(fit)
  k <- length(b) - 1:0
  fiellerOf <- function(wanted) {
    p <- b[k[1]] - wanted; q <- -2 * b[k[2]]; vp <- V[k[1], k[1]]; vq <- 4 * V[k[2], k[2]]; vpq <- -2 * V[k[1], k[2]]; t2 <- qt(0.975, df)^2
    A <- q^2 - t2 * vq; h <- p * q - t2 * vpq; r <- sqrt(h^2 - A * (p^2 - t2 * vp))
    list(x = unname(p / q), interval = if (A > 0) unname(c(h - r, h + r) / A) else NULL)
  }
  grid <- function(x) colMeans(model.matrix(~ block + x + I(x^2), data.frame(block = factor(levels(d$block)), x = x)))
  w <- grid(5.25)
  list(points = points, shape = "quadratic", optimum = fiellerOf(0), economic = fiellerOf(0.02), residualSd = summary(fit)$sigma,
    p = anova(lm(value ~ block, d), fit)$`Pr(>F)`[2], at = 5.25, value = sum(w * b), se = sqrt(drop(t(w) %*% V %*% w)))
}
plateau <- function(seed, shape) {
  set.seed(seed)
  points <- expand.grid(x = 1:8, block = paste0("b", 1:3), stringsAsFactors = FALSE)
  fall <- pmax(0, 5.4 - points$x)
  points$value <- 1.2 - (if (shape == "linearPlateau") 0.08 * fall else 0.025 * fall^2) + c(0, 0.03, -0.02)[as.integer(sub("b", "", points$block))] + rnorm(nrow(points), 0, 0.03)
  d <- points; d$b2 <- as.numeric(d$block == "b2"); d$b3 <- as.numeric(d$block == "b3")
  fit <- if (shape == "linearPlateau") nls(value ~ top + u * b2 + v * b3 - f * pmax(0, j - x), d, start = list(top = 1.2, u = 0, v = 0, f = 0.08, j = 5.4), control = nls.control(tol = 1e-9, maxiter = 500, warnOnly = TRUE))
    else nls(value ~ top + u * b2 + v * b3 - f * pmax(0, j - x)^2, d, start = list(top = 1.2, u = 0, v = 0, f = 0.025, j = 5.4), control = nls.control(tol = 1e-9, maxiter = 500, warnOnly = TRUE))
  # The profile of the join: the sum of squares where it has risen by F.
  ss <- function(j) { z <- if (shape == "linearPlateau") pmax(0, j - d$x) else pmax(0, j - d$x)^2; deviance(lm(value ~ b2 + b3 + z, cbind(d, z = z))) }
  # nls may end in one of several valleys: each stretch between two levels is searched, and the lowest taken; it is nls' own where that ends there.
  each <- lapply(seq(1, 7.5, 0.5), function(from) optimize(ss, c(from, from + 0.5), tol = 1e-11))
  best <- each[[which.min(sapply(each, `[[`, "objective"))]]
  stopifnot(best$objective <= deviance(fit) + 1e-9)
  df <- nrow(d) - 5
  limit <- best$objective * (1 + qf(0.95, 1, df) / df)
  root <- function(a, b) uniroot(function(j) ss(j) - limit, c(a, b), tol = 1e-10)$root
  list(points = points, shape = shape, join = best$minimum, interval = c(root(1.2, best$minimum), root(best$minimum, 8)), residualSd = sqrt(best$objective / df),
    p = pf((deviance(lm(value ~ block, d)) - best$objective) / 2 / (best$objective / df), 2, df, lower.tail = FALSE))
}
paid <- function(gain, se, df, cost, area, years, discount) {
  annuity <- if (discount == 0) years else sum((1 + discount)^-(1:years))
  list(gainPerM2 = gain, gainSe = se, df = df, costPerUnit = cost, areaM2PerYear = area, years = years, discount = discount,
    probability = pt((gain - cost / (area * annuity)) / se, df),
    # Years until discounted gains have paid: where the annuity reaches cost over gain.
    breakEven = uniroot(function(n) gain * area * (if (discount == 0) n else (1 - (1 + discount)^-n) / discount) - cost, c(0.01, 400), tol = 1e-10)$root)
}
another <- function(gain, se, needed, anotherSe, perGain) {
  # By what the mean will be once the answer is in: the better of buying and not, less what one would choose now.
  moved <- se^2 / sqrt(se^2 + anotherSe^2)
  best <- integrate(function(m) pmax(0, m - needed) * dnorm(m, gain, moved), gain - 12 * moved, gain + 12 * moved, rel.tol = 1e-10, subdivisions = 2000)$value
  list(gainPerM2 = gain, gainSe = se, neededPerM2 = needed, anotherSe = anotherSe, perGain = perGain, value = perGain * (best - max(0, gain - needed)))
}
cat(toJSON(list(payback = list(paid(0.004, 0.002, 12, 9000, 1e6, 5, 0), paid(0.003, 0.002, 6, 12000, 2e6, 8, 0.06), paid(0.006, 0.004, 20, 30000, 3e6, 4, 0.1)),
  another = list(another(0.002, 0.002, 0.002, 0.002, 1e6), another(0.005, 0.003, 0.002, 0.004, 2e6), another(-0.001, 0.002, 0.001, 0.001, 1e6)), sites = list(sites(1, 5, 4), sites(2, 6, 3, c(4, 20, 33)), sites(3, 4, 4, sdTS = 0)), split = list(split(1), split(4), split(3, c(5, 18))),
  quadratic = list(quadratic(1), quadratic(2, c(3, 11)), quadratic(3, low = 6)), plateau = list(plateau(1, "linearPlateau"), plateau(2, "quadraticPlateau"), plateau(5, "quadraticPlateau"))), digits = NA, auto_unbox = TRUE))
